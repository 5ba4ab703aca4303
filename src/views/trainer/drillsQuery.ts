/** Under which the record of drills is kept in a page. */
export const DRILLS = ['drills'];
