import type { Schemas } from '../../api/client';
import { say } from '../../shell/words';
import css from './FiberBar.module.css';
import controls from '../../parts/controls.module.css';

/** Fiber left and the tries it is good for; and, far from Trouble, Undo. */
export function FiberBar({
  fiber,
  undo,
  onUndo,
}: {
  fiber: Schemas['FiberView'];
  undo?: Schemas['UndoView'] | null;
  onUndo: () => void;
}) {
  return (
    <footer className={`${css.fiber} ${fiber.level}`}>
      {undo && (
        <button className={controls.button} onClick={onUndo}>
          {say('bench.undo', { what: undo.what })}
        </button>
      )}
      <div className="grow" />
      {fiber.warning && (
        <strong role="alert" className="bad">
          {fiber.warning}
        </strong>
      )}
      <span>{say('bench.fiber-left')}</span>
      <progress max={1} value={fiber.share} aria-label={say('bench.spare')} />
      <b className="figures">{fiber.left}</b>
      {fiber.tries.map((tries) => (
        <span key={tries.fix}>
          <b className="figures">{tries.count}</b> {tries.fix}
        </span>
      ))}
    </footer>
  );
}
