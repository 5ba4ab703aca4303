import { createStore, type StoreApi } from 'zustand';
import type { Run } from '../../contracts/practices.ts';
import { USUAL_LIMITS, type AimLimits, type AimOption } from '../../core/analysis/aim/aim.ts';
import type { Offset } from '../../core/field/field.ts';
import { say } from '../../core/language/say.ts';

export const EVIDENCE_PANELS = [
  { value: 'change', label: () => say`Change` },
  { value: 'figures', label: () => say`Figures` },
  { value: 'moves', label: () => say`Moves` },
  { value: 'time', label: () => say`Over time` },
  { value: 'compare', label: () => say`Compare` },
  { value: 'learn', label: () => say`Robot` },
  { value: 'forecast', label: () => say`Forecast` },
  { value: 'points', label: () => say`Points` },
] as const;

export type EvidencePanel = (typeof EVIDENCE_PANELS)[number]['value'];

export interface VerdictState {
  checkpointId: string;
  panel: EvidencePanel;
  /** The aim whose effect is drawn on the card. */
  shown: AimOption | null;
  /** Whether an aim is for all checkpoints together. */
  together: boolean;
  limits: AimLimits;
  /** Two sets of runs that are compared, and drawn instead of the runs of the revision. */
  sets: { first: readonly Run[]; second: readonly Run[] } | null;
  /** Where the forecast's runs end, behind those of the log. */
  cloud: Offset[] | null;
}

/** The state of the verdict sheet and all that can be done to it. */
export interface VerdictStore {
  state: StoreApi<VerdictState>;
  chooseCheckpoint: (id: string) => void;
  show: (panel: EvidencePanel) => void;
  /** Draws what an aim would do on the card, or takes it off again. */
  toggleAim: (option: AimOption) => void;
  aimTogether: (together: boolean) => void;
  limit: (limits: Partial<AimLimits>) => void;
  /** Lets an aim change the number of a move, or not. */
  toggleFixed: (moveId: string) => void;
  drawSets: (sets: VerdictState['sets']) => void;
  drawCloud: (cloud: VerdictState['cloud']) => void;
}

export function createVerdictStore(checkpointId: string): VerdictStore {
  const state = createStore<VerdictState>()(() => ({
    checkpointId,
    panel: 'change',
    shown: null,
    together: false,
    limits: USUAL_LIMITS,
    sets: null,
    cloud: null,
  }));
  const limit = (change: Partial<AimLimits>) =>
    state.setState(({ limits }) => ({ limits: { ...limits, ...change } }));
  return {
    state,
    chooseCheckpoint: (id) => state.setState({ checkpointId: id, shown: null }),
    show: (panel) => state.setState({ panel }),
    toggleAim: (option) =>
      state.setState(({ shown }) => ({ shown: shown === option ? null : option })),
    aimTogether: (together) => state.setState({ together, shown: null }),
    limit,
    toggleFixed: (id) => {
      const { fixed } = state.getState().limits;
      limit({ fixed: fixed.includes(id) ? fixed.filter((one) => one !== id) : [...fixed, id] });
    },
    drawSets: (sets) => state.setState({ sets }),
    drawCloud: (cloud) => state.setState({ cloud }),
  };
}
