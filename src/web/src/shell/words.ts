import bench from '../../../Rhabdon.Core/Phrases/en/bench.json';
import budgets from '../../../Rhabdon.Core/Phrases/en/budgets.json';
import catalog from '../../../Rhabdon.Core/Phrases/en/catalog.json';
import causes from '../../../Rhabdon.Core/Phrases/en/causes.json';
import days from '../../../Rhabdon.Core/Phrases/en/days.json';
import faces from '../../../Rhabdon.Core/Phrases/en/faces.json';
import gear from '../../../Rhabdon.Core/Phrases/en/gear.json';
import history from '../../../Rhabdon.Core/Phrases/en/history.json';
import jobs from '../../../Rhabdon.Core/Phrases/en/jobs.json';
import optics from '../../../Rhabdon.Core/Phrases/en/optics.json';
import people from '../../../Rhabdon.Core/Phrases/en/people.json';
import planning from '../../../Rhabdon.Core/Phrases/en/planning.json';
import ready from '../../../Rhabdon.Core/Phrases/en/ready.json';
import recipes from '../../../Rhabdon.Core/Phrases/en/recipes.json';
import meters from '../../../Rhabdon.Core/Phrases/en/meters.json';
import results from '../../../Rhabdon.Core/Phrases/en/results.json';
import runs from '../../../Rhabdon.Core/Phrases/en/runs.json';
import shell from '../../../Rhabdon.Core/Phrases/en/shell.json';

const english = {
  ...bench,
  ...budgets,
  ...catalog,
  ...causes,
  ...days,
  ...faces,
  ...gear,
  ...history,
  ...jobs,
  ...meters,
  ...optics,
  ...people,
  ...planning,
  ...ready,
  ...recipes,
  ...results,
  ...runs,
  ...shell,
};

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
