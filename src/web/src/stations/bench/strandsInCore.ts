import type { Schemas } from '../../api/client';
import { Core, type Act } from '../../core/core';
import { record } from '../../shell/outbox';
import { fetchBook, fetchStrands } from '../../shell/strands';
import { changesOf, eventsOf, keep, recall, tablet, type Strand } from '../../shell/tablet';
import { say } from '../../shell/words';

/** Puts what the tablet holds of these strands, sent or not, into the core. */
export async function holdInCore(core: Core, strands: readonly string[]): Promise<void> {
  const changes = await changesOf();
  if (!core.isAsOf(changes, strands)) core.hold(strands, await eventsOf(strands), changes);
}

/** The core with the recipes this tablet has. */
export async function openCore(): Promise<Core> {
  await fetchBook().catch((fault) => {
    if (!(fault instanceof TypeError)) throw fault;
  });
  const book = await recall<Schemas['BookView']>('book');
  if (!book) throw new Error(say('bench.no-book'));
  return Core.with(book);
}

const crewKey = (job: string) => `crew ${job}`;

/** Whose technique a person said they work by on a job; kept, so that it is asked once. */
export const sayCrew = (job: string, crew: string) => keep(crewKey(job), crew);

/** By which technique these strands begin, as far as the tablet knows; with crews to ask about where only the person can say. */
export async function techniqueOf(core: Core, recipe: string, strands: Strand[]): Promise<Schemas['TechniqueInForce']> {
  const book = await recall<Schemas['BookView']>('book');
  const [first] = strands;
  // What was kept before jobs told their crews has none.
  const question = { crews: first?.crews ?? [], chosen: book?.techniques ?? [], recipe };
  return core.techniqueFor({ ...question, said: (first && (await recall<string>(crewKey(first.job)))) ?? null });
}

/** Makes events on these strands as they stand now, fetched first if there is a network. */
export async function actOn(
  on: string[],
  person: string,
  make: (core: Core, stamp: Record<string, string>) => Act,
): Promise<Act> {
  await fetchStrands(on).catch((fault) => {
    if (!(fault instanceof TypeError)) throw fault;
  });
  const core = await openCore();
  return record(
    on.length,
    person,
    async (stamp) => {
      const known = await tablet.strands.bulkGet(on);
      if (known.includes(undefined)) return { field: 'tablet', says: say('bench.no-strand') };
      await holdInCore(core, on);
      return make(core, stamp);
    },
    (changes) => core.keep(changes),
  );
}
