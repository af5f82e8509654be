import { useEffect, useState } from 'react';
import { actionsHere, actionWord, forgetKeys, keyOf, remap, useKeyList, usual, type KeyAction } from './keys';
import { say } from './words';
import css from './KeyList.module.css';
import controls from '../parts/controls.module.css';

const all = Object.keys(usual) as KeyAction[];

/** The keys that do something on the page as it is now, then all others; and another key for any of them. */
export function KeyList() {
  useKeyList();
  const [here] = useState(actionsHere);
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
  const lines = (actions: KeyAction[]) =>
    actions.map((action) => (
      <li key={action}>
        <span>{say(actionWord(action))}</span>
        <button
          type="button"
          className={controls.button}
          aria-label={say('keys.change', { action: say(actionWord(action)), key: keyOf(action) })}
          onClick={() => setAsking(action)}
        >
          {asking === action ? say('keys.press') : <kbd>{keyOf(action)}</kbd>}
        </button>
      </li>
    ));
  return (
    <>
      <p>{say('keys.what')}</p>
      <ul className={css.keys} aria-label={say('keys.here')}>
        {lines(all.filter((action) => here.has(action)))}
        {here.has('choice') && (
          <li>
            <span>{say('key.choice')}</span>
            <kbd>{say('keys.digits')}</kbd>
          </li>
        )}
      </ul>
      <details>
        <summary>{say('keys.others')}</summary>
        <ul className={css.keys}>{lines(all.filter((action) => !here.has(action)))}</ul>
      </details>
      {says && (
        <p role="alert" className="bad">
          {says}
        </p>
      )}
      <button type="button" className={controls.button} onClick={forgetKeys}>
        {say('keys.usual')}
      </button>
    </>
  );
}
