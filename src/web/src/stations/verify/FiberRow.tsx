import type { FaceRowAnswer } from '../../core/faces';
import { say } from '../../shell/words';
import css from './FiberRow.module.css';

/** Beside the color, for eyes that do not tell it. */
const signs: Record<string, string> = { good: '✓', doubtful: '!', bad: '✗', none: '?' };

/** A flat ferrule's fibers from left to right, each in the tone of its verdict; one of them is looked at. */
export function FiberRow({ row, fiber, onPick }: { row: FaceRowAnswer; fiber?: number; onPick: (fiber: number) => void }) {
  return (
    <div className={css.fiberRow}>
      <b>{say(`verify.row.${row.verdict}`)}</b>
      <ol aria-label={say('verify.fibers')}>
        {row.fibers.map(({ view }, i) => (
          <li key={i}>
            <button
              type="button"
              className={`${css.fiberPick} ${view.tone}`}
              aria-pressed={i === fiber}
              aria-label={`${say('verify.fiber', { fiber: i + 1 })}: ${view.headline}`}
              onClick={() => onPick(i)}
            >
              {i + 1} {signs[view.tone]}
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}
