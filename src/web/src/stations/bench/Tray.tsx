import { useEffect, useRef } from 'react';
import type { Schemas } from '../../api/client';
import { EndFaceGlyph, type Phase } from '../../drawing/EndFaceGlyph';
import { say, type Key } from '../../shell/words';

/** A batch's strands with their stage, so that nobody loses their place in twelve. */
export function Tray({
  tray,
  focus,
  onTurn,
}: {
  tray: Schemas['BatchQueueView'][];
  focus?: string | null;
  onTurn: (termination: string) => void;
}) {
  const now = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    void now.current?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [focus]);
  return (
    <ol className="tray" aria-label={say('tray.title')}>
      {tray.map((strand) => {
        const isFocus = strand.termination === focus;
        const color = say(`color.${strand.color.key}` as Key);
        return (
          <li key={strand.termination}>
            <button
              ref={isFocus ? now : undefined}
              className={`${strand.standing} ${strand.isTogether ? 'together' : ''}`}
              aria-current={isFocus ? 'true' : undefined}
              aria-label={say('tray.name', {
                strand: strand.strand,
                color,
                doing: strand.doing,
                standing: say(`tray.${strand.standing}` as Key),
              })}
              onClick={() => onTurn(strand.termination)}
            >
              <i style={{ background: strand.color.hex }} className={strand.color.hasTracer ? 'tracer' : ''} />
              <b>
                {strand.strand} <small>{color}</small>
              </b>
              <EndFaceGlyph phase={strand.phase as Phase} attempt={strand.attempt} size={30} />
              <span>{strand.doing}</span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}
