import type { Schemas } from '../api/client';
import { say } from '../shell/words';

type Phase = Schemas['StrandPhase'];

/** A termination's state as an end face that fills from outside in. Legible in black and white at 16 px. */
export function EndFaceGlyph({ phase, attempt = 1, size = 32 }: { phase: Phase; attempt?: number; size?: number }) {
  const filled = phase === 'terminated' || phase === 'verified' || phase === 'doubtful';
  const word = say(`phase.${phase}`);
  const label = attempt > 1 ? say('phase.attempt', { phase: word, attempt }) : word;
  return (
    <span className={`glyph ${phase}`} role="img" aria-label={label} title={label}>
      <svg width={size} height={size} viewBox="0 0 32 32" aria-hidden="true">
        <circle cx="16" cy="16" r="13" className="ring" />
        {phase === 'prepared' && <circle cx="16" cy="16" r="11.5" className="band" />}
        {filled && <circle cx="16" cy="16" r="9.5" className="fill" />}
        {phase === 'verified' && <circle cx="16" cy="16" r="5" className="core" />}
        {phase === 'doubtful' && <path d="M16 11 a5 5 0 0 1 0 10 z" className="core" />}
        {attempt > 1 && <path d="M16 16 L19 0 L32 0 L32 13 Z" className="wedge" />}
        {phase === 'rejected' && <path d="M5 27 L27 5" className="bar" />}
      </svg>
      {attempt > 1 && <b>{attempt}</b>}
    </span>
  );
}
