import type { ReactNode, Ref } from 'react';
import css from './Reading.module.css';

/** A question and the field for its answer, to be read at arm's length. */
export const Reading = ({ question, children }: { question: string; children: ReactNode }) => (
  <label className={css.reading} data-part="reading">
    {question}
    {children}
  </label>
);

/** A finger is the pointer: digits are typed on keys of our own, and the system's keyboard stays away. */
export const isByFinger = () => window.matchMedia('(pointer: coarse)').matches;

interface Measured {
  value: string;
  onChange: (value: string) => void;
  unit?: string | null;
  kind: 'decimal' | 'numeric' | 'text';
  describedBy: string;
  /** Where no question stands over the field. */
  label?: string;
  /** What an instrument shows just now, as long as nothing is typed. */
  shows?: string;
  /** A finger has come to the field: where digits are typed on keys of our own, they are shown now. */
  onFinger?: () => void;
  ref?: Ref<HTMLInputElement>;
}

/**
 * The field that a measured value is typed into: plain and large. A caliper that types like a keyboard types here, since the field has the focus when its step
 * comes; it never holds a value that nobody has measured.
 */
export function MeasuredField({ value, onChange, unit, kind, describedBy, label, shows, onFinger, ref }: Measured) {
  return (
    <span className={`${css.measured} figures`}>
      <input
        ref={ref}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        onPointerDown={(event) => event.pointerType === 'touch' && onFinger?.()}
        inputMode={kind !== 'text' && isByFinger() ? 'none' : kind}
        placeholder={shows}
        autoComplete="off"
        aria-describedby={describedBy}
        aria-label={label}
      />
      {unit && <span>{unit}</span>}
    </span>
  );
}
