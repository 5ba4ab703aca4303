/** The side on which the thumb lies that presses: what is pressed most lies there too. */
export type Thumb = 'left' | 'right';

/** The device keeps it by itself, so that a page is laid out for it from its first byte on. */
export const THUMB_COOKIE = 'thumb';

const KEPT_FOR = 60 * 60 * 24 * 400;

export function thumbOf(cookie: string | undefined): Thumb {
  return cookie === 'right' ? 'right' : 'left';
}

/** Keeps the choice on this device, and lays the open page out for it. */
export function layOutFor(thumb: Thumb): void {
  document.cookie = `${THUMB_COOKIE}=${thumb}; path=/; max-age=${KEPT_FOR}; samesite=lax`;
  document.documentElement.dataset['thumb'] = thumb;
}
