import type { Schemas } from '../../api/client';
import type { Guidance, Pace } from '../../core/core';

/** What lies over the bench: nothing, what is to be taken back, the batch, or the question by whose technique to begin. */
type Over = { kind: 'nothing' | 'undo' | 'batch' | 'ready' } | { kind: 'crews'; crews: Schemas['CrewOnJob'][] };

/** What of the bench is the page's own: nothing of the work, which the core tells. */
export interface BenchState {
  pace: Pace;
  guidance: Guidance;
  over: Over;
  isAidShown: boolean;
  /** Why the last tap did nothing. */
  says: string;
  /** The finding of the face that is pointed at. */
  picked?: number;
}

export type BenchAction =
  | { kind: 'moved' }
  | { kind: 'said'; says: string }
  | { kind: 'paced' }
  | { kind: 'guided' }
  | { kind: 'aid' }
  | { kind: 'picked'; finding?: number }
  | { kind: 'opened'; what: 'undo' | 'batch' | 'ready' }
  | { kind: 'asked'; crews: Schemas['CrewOnJob'][] }
  | { kind: 'closed' };

const paces: readonly Pace[] = ['what-now', 'stage-by-stage', 'strand-by-strand'];

export const begun = (pace: Pace, guidance: Guidance): BenchState => ({
  pace,
  guidance,
  over: { kind: 'nothing' },
  isAidShown: false,
  says: '',
});

/** One thing happens to the bench; nothing else changes it. */
export function benchReducer(state: BenchState, action: BenchAction): BenchState {
  switch (action.kind) {
    // Another strand, attempt, try, step or trouble: what was said of the one before is of no use.
    case 'moved':
      return { ...state, says: '', picked: undefined };
    case 'said':
      return { ...state, says: action.says };
    case 'paced':
      return { ...state, pace: paces[(paces.indexOf(state.pace) + 1) % paces.length]! };
    case 'guided':
      return { ...state, guidance: state.guidance === 'every-step' ? 'checkpoints' : 'every-step' };
    case 'aid':
      return { ...state, isAidShown: !state.isAidShown };
    case 'picked':
      return { ...state, picked: action.finding };
    case 'opened':
      return { ...state, over: { kind: action.what } };
    case 'asked':
      return { ...state, over: action.crews.length > 0 ? { kind: 'crews', crews: action.crews } : { kind: 'nothing' } };
    case 'closed':
      return { ...state, over: { kind: 'nothing' } };
  }
}
