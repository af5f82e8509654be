import { say } from '../shell/words';
import controls from './controls.module.css';

/** Says that a form holds what was typed before, and lets it begin anew. */
export const DraftLine = ({ isRestored, onAnew }: { isRestored: boolean; onAnew: () => void }) =>
  isRestored ? (
    <p className="row" role="status">
      {say('draft.restored')}
      <button type="button" className={controls.button} onClick={onAnew}>
        {say('draft.anew')}
      </button>
    </p>
  ) : null;
