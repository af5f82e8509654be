import english from '../../../Rhabdon.Core/Phrases/en.json';

/** A key of the phrasebook, the same book that the core and the server speak from. */
export type Key = keyof typeof english;

/** The phrase in words, its places {name} filled, and {name|strand|strands} by the word that goes with the number: the first for 1. */
export function say(key: Key, places: Record<string, string | number> = {}): string {
  let text = english[key].replace(/\{(\w+)\|([^|{}]*)\|([^|{}]*)\}/g, (place, name: string, one: string, many: string) =>
    name in places ? (String(places[name]) === '1' ? one : many) : place,
  );
  for (const [name, value] of Object.entries(places)) text = text.replaceAll(`{${name}}`, String(value));
  return text;
}
