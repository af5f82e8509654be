import { useEffect, useState } from 'react';
import { actionWord, forgetKeys, keyOf, remap, useKeyList, usual, type KeyAction } from '../../shell/keys';
import { SidePanel } from '../../shell/SidePanel';
import { say } from '../../shell/words';

/** Every key of the bench, and another one for any of them. */
export function KeyList({ onClose }: { onClose: () => void }) {
  useKeyList();
  const [asking, setAsking] = useState<KeyAction>();
  const [says, setSays] = useState('');
  useEffect(() => {
    if (!asking) return;
    const hear = (event: KeyboardEvent) => {
      event.preventDefault();
      event.stopPropagation();
      if (event.key !== 'Escape') setSays(remap(asking, event.key) ? '' : say('keys.taken', { key: event.key }));
      setAsking(undefined);
    };
    window.addEventListener('keydown', hear, { capture: true, once: true });
    return () => window.removeEventListener('keydown', hear, { capture: true });
  }, [asking]);
  return (
    <SidePanel title={say('keys.title')} onClose={onClose}>
      <p>{say('keys.what')}</p>
      <ul className="keys">
        {(Object.keys(usual) as KeyAction[]).map((action) => (
          <li key={action}>
            <span>{say(actionWord(action))}</span>
            <button
              type="button"
              className="button"
              aria-label={say('keys.change', { action: say(actionWord(action)), key: keyOf(action) })}
              onClick={() => setAsking(action)}
            >
              {asking === action ? say('keys.press') : <kbd>{keyOf(action)}</kbd>}
            </button>
          </li>
        ))}
        <li>
          <span>{say('key.choice')}</span>
          <kbd>{say('keys.digits')}</kbd>
        </li>
      </ul>
      {says && (
        <p role="alert" className="bad">
          {says}
        </p>
      )}
      <button type="button" className="button" onClick={forgetKeys}>
        {say('keys.usual')}
      </button>
    </SidePanel>
  );
}
