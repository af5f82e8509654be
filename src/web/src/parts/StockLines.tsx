import type { Schemas } from '../api/client';
import { KitPart } from '../drawing/KitPart';
import css from './StockLines.module.css';

/** What the work ahead takes of each kind of lot, beside what there is of it. */
export function StockLines({ stock }: { stock: readonly Schemas['StockLine'][] }) {
  return (
    <ul className={css.lines}>
      {stock.map((line) => (
        <li key={line.title}>
          <KitPart line={{ shape: line.shape }} />
          <span className={css.name}>
            <b>{line.title}</b>
            <small>{line.says}</small>
          </span>
          {line.bring && <b className={css.bring}>{line.bring}</b>}
        </li>
      ))}
    </ul>
  );
}
