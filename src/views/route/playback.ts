import { createStore, useStore, type StoreApi } from 'zustand';

interface Clock {
  /** s from the start of the run; beyond its end the run stands at its end. */
  time: number;
  playing: boolean;
  /** How long the run lasts, s. */
  duration: number;
}

/**
 * The moment that the sheet shows, and the clock that moves it on. It is a store of its own, so that a frame of the
 * playback draws only what moves.
 */
export interface Playback {
  clock: StoreApi<Clock>;
  /** Takes over how long the run lasts now, s. */
  last: (duration: number) => void;
  /** Goes to a moment; the clock stops. */
  goTo: (time: number) => void;
  /** Starts the clock, at the end again from the start, or stops it. */
  toggle: () => void;
  /** Stops the clock for good. */
  end: () => void;
}

/** At less than this before its end a run is over, s. */
const OVER = 0.01;

export function createPlayback(): Playback {
  const clock = createStore<Clock>()(() => ({ time: 0, playing: false, duration: 0 }));
  let frame = 0;
  const stop = () => {
    cancelAnimationFrame(frame);
    if (clock.getState().playing) clock.setState({ playing: false });
  };
  const play = () => {
    let last: number | null = null;
    const tick = (at: number) => {
      const { time, duration } = clock.getState();
      const passed = last === null ? 0 : (at - last) / 1000;
      last = at;
      const next = Math.min(duration, time + passed);
      clock.setState({ time: next, playing: next < duration });
      if (next < duration) frame = requestAnimationFrame(tick);
    };
    clock.setState({ playing: true });
    frame = requestAnimationFrame(tick);
  };
  return {
    clock,
    last: (duration) => clock.setState({ duration }),
    goTo: (time) => {
      stop();
      clock.setState({ time });
    },
    toggle: () => {
      const { time, playing, duration } = clock.getState();
      if (playing) {
        stop();
        return;
      }
      if (time >= duration - OVER) clock.setState({ time: 0 });
      play();
    },
    end: stop,
  };
}

/** The moment that is shown, s: whoever asks is drawn with every frame. */
export function usePlayedTime({ clock }: Playback): number {
  return useStore(clock, ({ time, duration }) => Math.min(time, duration));
}

/** Whether the clock runs. */
export function usePlaying({ clock }: Playback): boolean {
  return useStore(clock, ({ playing }) => playing);
}
