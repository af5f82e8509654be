import type { Schemas } from '../api/client';
import { say } from '../shell/words';
import css from './EndFaceGlyph.module.css';

type Phase = Schemas['StrandPhase'];

/** A ring between two radii, as a stroke: its middle and its width. */
const ring = (from: number, to: number) => ({ r: (from + to) / 2, strokeWidth: to - from });

/** The core's bore stays open around what lies in it, so that core, cladding and edge are told apart at 16 px in black and white. */
const [edge, bore, core, third] = [14.5, 6.5, 4.2, 9.5];

/**
 * A termination's state as an end face that fills from outside in: planned a thin ring, prepared its outer third, terminated all but the core, doubtful with
 * half a core, verified with a whole one. Rejected is barred. A wedge is cut out of one that was reworked, the attempt's number beside it.
 */
export function EndFaceGlyph({ phase, attempt = 1, size = 28 }: { phase: Phase; attempt?: number; size?: number }) {
  const isFilled = phase === 'terminated' || phase === 'verified' || phase === 'doubtful';
  const word = say(`phase.${phase}`);
  const label = attempt > 1 ? say('phase.attempt', { phase: word, attempt }) : word;
  return (
    <span className={`${css.glyph} ${css[phase] ?? ''}`} role="img" aria-label={label} title={label} data-phase={phase}>
      <svg width={size} height={size} viewBox="0 0 32 32" aria-hidden="true">
        <circle cx="16" cy="16" {...ring(edge - 2, edge)} className={css.line} />
        {phase === 'prepared' && <circle cx="16" cy="16" {...ring(third, edge)} className={css.line} />}
        {isFilled && <circle cx="16" cy="16" {...ring(bore, edge)} className={css.line} />}
        {phase === 'verified' && <circle cx="16" cy="16" r={core} className={css.core} />}
        {phase === 'doubtful' && <path d={`M16 ${16 - core} a${core} ${core} 0 0 1 0 ${2 * core} z`} className={css.core} />}
        {attempt > 1 && <path d="M16 16 L18.5 -2 L34 -2 L34 13.5 Z" className={css.wedge} />}
        {phase === 'rejected' && <path d="M6.5 25.5 L25.5 6.5" className={css.bar} />}
      </svg>
      {attempt > 1 && <b>{attempt}</b>}
    </span>
  );
}
