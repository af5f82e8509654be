import { say } from '../shell/words';

/** Says that a form holds what was typed before, and lets it begin anew. */
export const DraftLine = ({ isRestored, onAnew }: { isRestored: boolean; onAnew: () => void }) =>
  isRestored ? (
    <p className="row" role="status">
      {say('draft.restored')}
      <button type="button" className="button" onClick={onAnew}>
        {say('draft.anew')}
      </button>
    </p>
  ) : null;
