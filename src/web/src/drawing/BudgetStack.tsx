import type { Schemas } from '../api/client';
import { say } from '../shell/words';
import { amountOf, shown } from './LossBar';
import css from './BudgetStack.module.css';

interface Props {
  lines: readonly Schemas['BudgetLine'][];
  limit: string;
  readings: readonly Schemas['LossLine'][];
}

/** A limit as the stack of what it allows for, and the readings under it on the same scale. */
export function BudgetStack({ lines, limit, readings }: Props) {
  const most = Math.max(amountOf(limit), ...readings.map((reading) => amountOf(reading.loss))) * 1.04;
  const share = (quantity: string) => `${Math.max(0, (amountOf(quantity) / most) * 100)}%`;
  return (
    <figure className={css.stack}>
      <div className={css.bar} aria-hidden="true">
        {lines.map((line, at) => (
          <i key={line.item} style={{ width: share(line.total) }} className={css[`part${at % 4}`]} />
        ))}
      </div>
      {readings.map((reading) => (
        <div key={reading.event} className={css.reading}>
          <i style={{ width: share(reading.loss) }} className={css[reading.grade]} />
          <span>
            <b className="figures">{shown(reading.loss)}</b> {say(`run.from-${reading.from}`)}
          </span>
        </div>
      ))}
      <ul>
        {lines.map((line, at) => (
          <li key={line.item}>
            <i className={css[`part${at % 4}`]} aria-hidden="true" />
            <span>{say(`run.line-${line.item}`, { amount: line.amount, each: shown(line.each) })}</span>
            <b className="figures">{shown(line.total)}</b>
            <small>{line.source}</small>
          </li>
        ))}
      </ul>
    </figure>
  );
}
