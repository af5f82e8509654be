import type { Schemas } from '../api/client';
import css from './LossBar.module.css';

interface Props {
  /** Null before anything is read. */
  loss: number | null;
  limit: number;
  /** At the end of the bar. */
  scale: number;
  grade?: Schemas['LossGrade'] | null;
  /** How sure a reading is: drawn about the limit. */
  uncertainty?: number;
  isSmall?: boolean;
}

/** A loss against its limit: how much of the limit is used, and the band about it in which a reading is not sure. */
export function LossBar({ loss, limit, scale, grade, uncertainty = 0, isSmall }: Props) {
  const at = (value: number) => `${Math.min(100, Math.max(0, (value / scale) * 100))}%`;
  return (
    <span className={`${css.bar} ${isSmall ? css.small : ''}`} aria-hidden="true" data-part="loss-bar">
      {uncertainty > 0 && (
        <i className={css.unsure} style={{ left: at(limit - uncertainty), right: `calc(100% - ${at(limit + uncertainty)})` }} />
      )}
      {loss !== null && <i className={`${css.loss} ${grade ? css[grade] : ''}`} style={{ width: at(loss) }} />}
      <i className={css.limit} style={{ left: at(limit) }} />
    </span>
  );
}

/** The number of a quantity that the core gives with its unit: 0.42 of "0.42 dB". It is drawn and never reckoned with. */
export const amountOf = (quantity: string): number => Number.parseFloat(quantity);

/** A loss without its unit, with two places, as meters show it. */
export const bare = (quantity: string): string => amountOf(quantity).toFixed(2).replace('-', '\u2212');

/** A number of decibels as the core reads it. */
export const decibels = (amount: number): string => `${amount} dB`;

/** A loss with two places, as meters show it. */
export const shown = (quantity: string): string => `${bare(quantity)} dB`;
