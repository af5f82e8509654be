import type { Schemas } from '../api/client';
import { say } from '../shell/words';
import css from './StrandTab.module.css';

/** A strand's number, standard color and the color's name: never the color alone. */
export function StrandTab({ strand, color }: { strand: number; color: Schemas['StrandColor'] }) {
  const name = say(`color.${color.name}`);
  return (
    <span className={css.strandTab}>
      <i style={{ background: color.hex }} className={color.hasTracer ? 'tracer' : ''} />
      <b>{strand}</b> {color.hasTracer ? say('color.tracer', { color: name }) : name}
    </span>
  );
}
