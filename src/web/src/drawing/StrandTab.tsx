import type { Schemas } from '../api/client';

/** A strand's number, standard color and the color's name: never the color alone. */
export function StrandTab({ strand, color }: { strand: number; color: Schemas['StrandColor'] }) {
  return (
    <span className="strand-tab">
      <i style={{ background: color.hex }} className={color.hasTracer ? 'tracer' : ''} />
      <b>{strand}</b> {color.key}
      {color.hasTracer && ' with tracer'}
    </span>
  );
}
