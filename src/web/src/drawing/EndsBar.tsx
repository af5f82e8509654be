import { say } from '../shell/words';
import type { Ends } from './buckets';
import css from './EndsBar.module.css';

const order = ['verified', 'doubtful', 'under-way', 'trouble', 'look', 'rejected', 'planned'] as const;

/** How far a number of ends has come: one bar, and every part of it in words. */
export function EndsBar({ ends }: { ends: Ends }) {
  const all = Object.values(ends).reduce((sum, count) => sum + count, 0);
  const parts = order.filter((bucket) => (ends[bucket] ?? 0) > 0);
  return (
    <span className={css.endsBar}>
      <span className={css.bar} aria-hidden="true">
        {parts.map((bucket) => (
          <i key={bucket} className={css[bucket]} style={{ flexGrow: ends[bucket] }} />
        ))}
      </span>
      <span className={css.said}>
        {parts.map((bucket) => (
          <span key={bucket}>
            <b className="figures">{ends[bucket]}</b> {say(`bucket.${bucket}`)}
          </span>
        ))}
        <span>{say('bucket.of', { count: all })}</span>
      </span>
    </span>
  );
}
