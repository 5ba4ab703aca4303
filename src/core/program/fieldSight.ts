/** What of the field a sensor has to see: something ahead, a line on the ground, a wall at the side. */
export type FieldSight = 'ahead' | 'lines' | 'side';
