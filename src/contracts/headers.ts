/** Header in which a device says what its clock shows while it sends. */
export const DEVICE_TIME_HEADER = 'corvat-device-time';

/** Header in which an open page says which one it is, so that it is not told what it did itself. */
export const PAGE_HEADER = 'corvat-page';

/** Header with the key by which a Corvat knows its own practice robot. */
export const PRACTICE_KEY_HEADER = 'corvat-practice-key';

/** Header in which a practice robot says which of several it is. */
export const PRACTICE_HOLDER_HEADER = 'corvat-practice-holder';

/** What the token of a link looks like: long enough that nobody guesses it. */
export const TOKEN_PATTERN = /^[A-Za-z0-9_-]{22}$/;
