import english from '../../../Rhabdon.Core/Phrases/en.json';

/** A key of the phrasebook, the same book that the core and the server speak from. */
export type Key = keyof typeof english;

/** The phrase in words, its places {name} filled. */
export function say(key: Key, places: Record<string, string | number> = {}): string {
  let text: string = english[key];
  for (const [name, value] of Object.entries(places)) text = text.replaceAll(`{${name}}`, String(value));
  return text;
}
