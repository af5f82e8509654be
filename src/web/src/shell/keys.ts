import { createContext, useContext, useLayoutEffect, useRef, useSyncExternalStore } from 'react';
import type { Key as Word } from './words';

/** What can be done by key, and the key it has until someone chooses another. The pedal turns pages: down is Done, up is the strand before. */
export const usual = {
  done: 'Enter',
  'pedal-done': 'PageDown',
  'pedal-back': 'PageUp',
  'only-this': 'o',
  next: 'ArrowRight',
  previous: 'ArrowLeft',
  reading: 'm',
  trouble: 't',
  another: 'a',
  later: 'l',
  undo: 'u',
  pace: 'p',
  guidance: 'c',
  batch: 'b',
  aid: 'f',
  zones: 'z',
  marks: 'k',
  closer: '+',
  farther: '-',
  blink: 'v',
  beside: 's',
  look: 'g',
  picture: 'i',
  find: '/',
  keys: '?',
} as const;

export type KeyAction = keyof typeof usual;
export const actionWord = (action: KeyAction): Word => `key.${action}`;

const store = 'rhabdon-keys';
let chosen: Partial<Record<KeyAction, string>> = JSON.parse(localStorage.getItem(store) ?? '{}');
const hearers = new Set<() => void>();

export const keyOf = (action: KeyAction): string => chosen[action] ?? usual[action];

/** Gives an action another key; false when the key is taken, or one of the digits that pick choices. */
export function remap(action: KeyAction, key: string): boolean {
  const others = (Object.keys(usual) as KeyAction[]).filter((other) => other !== action);
  if (/^[0-9]$/.test(key) || ['Tab', 'Escape', ' '].includes(key) || others.some((other) => keyOf(other) === key)) return false;
  chosen = { ...chosen, [action]: key };
  localStorage.setItem(store, JSON.stringify(chosen));
  hearers.forEach((hear) => hear());
  return true;
}

export function forgetKeys() {
  chosen = {};
  localStorage.removeItem(store);
  hearers.forEach((hear) => hear());
}

export function useKeyList(): typeof chosen {
  return useSyncExternalStore(
    (hear) => {
      hearers.add(hear);
      return () => hearers.delete(hear);
    },
    () => chosen,
  );
}

export type Keyed = Partial<Record<KeyAction, () => void>> & { choice?: (number: number) => void };

/** For a button beside the work: a pointer's press leaves the focus where it was, so that Enter goes on with the work. */
export const keepFocus = (event: { preventDefault(): void }) => event.preventDefault();

/** Whether a key belongs to what has the focus: then it is not ours. Alt with a letter is always ours; so is the pedal. */
function belongsToFocus(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement;
  if (event.key === 'PageDown' || event.key === 'PageUp') return !!target.closest('textarea, [role=listbox]');
  if (target.closest('textarea, select, [contenteditable], [role=combobox]:not([readonly]), [role=listbox]')) return true;
  // A list that opens and is not typed into wants its own keys and no letters.
  if (target.matches('[role=combobox]')) return event.key.length > 1 || event.key === ' ';
  if (target.closest('input')) {
    const isTyping = !(target as HTMLInputElement).matches('[type=checkbox], [type=radio]');
    return isTyping && !event.altKey && event.key !== 'Enter' ? true : event.key === 'Enter' || event.key === ' ';
  }
  return (event.key === 'Enter' || event.key === ' ') && !!target.closest('button, a, summary, [role=button]');
}

/** What is heard now, page by page and part by part; the latest tell what they do. */
const heard = new Set<{ current: Keyed }>();

/** Everything that a key does on the page as it is now. */
export const actionsHere = (): Set<KeyAction | 'choice'> =>
  new Set([...heard].flatMap(({ current }) => Object.keys(current) as (KeyAction | 'choice')[]));

/** True inside a panel: while one is open the keys are its own. */
export const InSidePanel = createContext(false);

/** Does what the keys ask for, while the component is there and no panel lies over it; ready as soon as the screen shows it, so that no tap falls between. */
export function useKeys(actions: Keyed) {
  const latest = useRef(actions);
  const inSheet = useContext(InSidePanel);
  useLayoutEffect(() => {
    latest.current = actions;
  });
  useLayoutEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.defaultPrevented || belongsToFocus(event)) return;
      if (!!document.querySelector('[role=dialog]') !== inSheet) return;
      const digit = /^(?:Digit|Numpad)([1-9])$/.exec(event.code)?.[1];
      const action = (Object.keys(usual) as KeyAction[]).find((name) => keyOf(name) === event.key);
      const act = digit && latest.current.choice ? () => latest.current.choice!(Number(digit)) : action && latest.current[action];
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', hear);
    if (!inSheet) heard.add(latest);
    return () => {
      window.removeEventListener('keydown', hear);
      heard.delete(latest);
    };
  }, [inSheet]);
}
