import { v4 as uuid } from 'uuid';

/** By this an open page is known among those that write. */
export const THIS_PAGE = uuid();
