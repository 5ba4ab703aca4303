import { useEffect, useRef } from 'react';

/** What says that a robot stands ready: a short tone, or the whole sheet lights up. */
export type Signal = 'sound' | 'light' | 'none';

const [PITCH, SECONDS, LOUDNESS] = [880, 0.12, 0.15];

/**
 * Sounds once each time that something is ready.
 *
 * @param watching whether somebody pressed to watch: only then does a browser let a page sound
 */
export function useSignal(watching: boolean, ready: boolean, signal: Signal): void {
  const context = useRef<AudioContext | null>(null);
  useEffect(() => {
    if (watching) context.current ??= new AudioContext();
  }, [watching]);
  useEffect(() => {
    const { current: audio } = context;
    if (!ready || signal !== 'sound' || audio === null) return;
    const [tone, volume] = [audio.createOscillator(), audio.createGain()];
    tone.frequency.value = PITCH;
    volume.gain.value = LOUDNESS;
    tone.connect(volume).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + SECONDS);
  }, [ready, signal]);
  useEffect(() => () => void context.current?.close(), []);
}
