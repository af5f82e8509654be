import { useState } from 'react';
import { SidePanel } from '../parts/SidePanel';
import { say } from './words';
import controls from '../parts/controls.module.css';

const steps = ['today', 'bench', 'trouble', 'offline', 'find'] as const;

/** Five things to know before the first connector. It can be left at any step and taken again from Help. */
export default function Tour({ onClose }: { onClose: () => void }) {
  const [at, setAt] = useState(0);
  const isLast = at === steps.length - 1;
  return (
    <SidePanel title={say('tour.title', { number: at + 1, of: steps.length })} onClose={onClose}>
      <h2>{say(`tour.${steps[at]!}`)}</h2>
      <p>{say(`tour.${steps[at]!}-what`)}</p>
      <div className="row">
        {at > 0 && (
          <button type="button" className={controls.button} onClick={() => setAt(at - 1)}>
            {say('tour.back')}
          </button>
        )}
        <button type="button" className={`${controls.mainAction} grow`} onClick={() => (isLast ? onClose() : setAt(at + 1))}>
          {say(isLast ? 'tour.end' : 'tour.next')}
        </button>
        {!isLast && (
          <button type="button" className={controls.button} onClick={onClose}>
            {say('tour.skip')}
          </button>
        )}
      </div>
    </SidePanel>
  );
}
