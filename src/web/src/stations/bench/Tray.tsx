import { memo, useEffect, useRef } from 'react';
import type { Schemas } from '../../api/client';
import { EndFaceGlyph } from '../../drawing/EndFaceGlyph';
import { say } from '../../shell/words';
import css from './Tray.module.css';

interface Props {
  tray: Schemas['BatchQueueView'][];
  focus?: string | null;
  onTurn: (termination: string) => void;
}

/** A batch's strands with their stage, so that nobody loses their place in twelve. */
export function Tray({ tray, focus, onTurn }: Props) {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    list.current?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [focus]);
  return (
    <ol className={css.tray} data-part="tray" aria-label={say('tray.title')} ref={list}>
      {tray.map((strand) => (
        <Place key={strand.termination} strand={strand} isFocus={strand.termination === focus} onTurn={onTurn} />
      ))}
    </ol>
  );
}

const Place = memo(function Place({
  strand,
  isFocus,
  onTurn,
}: {
  strand: Props['tray'][number];
  isFocus: boolean;
  onTurn: Props['onTurn'];
}) {
  const color = say(`color.${strand.color.name}`);
  return (
    <li>
      <button
        className={`${strand.place} ${strand.isTogether ? 'together' : ''}`}
        aria-current={isFocus ? 'true' : undefined}
        aria-label={say('tray.name', {
          strand: strand.strand,
          color,
          doing: strand.doing,
          place: say(`tray.${strand.place}`),
        })}
        onClick={() => onTurn(strand.termination)}
      >
        <i style={{ background: strand.color.hex }} className={strand.color.hasTracer ? 'tracer' : ''} />
        <b>
          {strand.strand} <small>{color}</small>
        </b>
        <EndFaceGlyph phase={strand.phase} attempt={strand.attempt} size={30} />
        <span>{strand.doing}</span>
      </button>
    </li>
  );
});
