import { useEffect, useState } from 'react';

/** Colours and type of the sheet as a canvas needs them. */
export interface Ink {
  ink: string;
  soft: string;
  faint: string;
  teal: string;
  plum: string;
  vermilion: string;
  wash: string;
  sans: string;
  mono: string;
}

/** The present colours of the sheet, which follow the light or dark theme. */
export function useThemeColors(): Ink {
  const [ink, setInk] = useState(readInk);
  useEffect(() => {
    const dark = matchMedia('(prefers-color-scheme: dark)');
    const renew = () => setInk(readInk());
    dark.addEventListener('change', renew);
    return () => dark.removeEventListener('change', renew);
  }, []);
  return ink;
}

function readInk(): Ink {
  const style = getComputedStyle(document.documentElement);
  const value = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    ink: value('ink'),
    soft: value('soft'),
    faint: value('faint'),
    teal: value('teal'),
    plum: value('plum'),
    vermilion: value('vermilion'),
    wash: value('vermilion-wash'),
    sans: value('sans'),
    mono: value('mono'),
  };
}
