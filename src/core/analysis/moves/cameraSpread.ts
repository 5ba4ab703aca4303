/**
 * Standard deviations that a camera adds to how far a move goes, to how far it turns and where a robot looks, and to where
 * it starts: mm and rad, a little more than was measured.
 */
export const CAMERA_SPREAD = { length: 0.7, angle: 0.003, place: 0.6 };
