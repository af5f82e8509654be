import type { Schemas } from '../../api/client';
import { Core, type Act } from '../../core/core';
import { record } from '../../shell/outbox';
import { fetchBook, fetchStrands } from '../../shell/strands';
import { keep, recall, tablet, type Strand } from '../../shell/tablet';
import { say } from '../../shell/words';

/** Puts what the tablet holds of these strands, sent or not, into the core. */
export async function holdInCore(core: Core, terminations: readonly string[]): Promise<Strand[]> {
  const [strands, waiting] = await Promise.all([
    tablet.strands.bulkGet([...terminations]),
    tablet.outbox
      .where('terminations')
      .anyOf([...terminations])
      .toArray(),
  ]);
  const found = strands.filter((strand) => strand !== undefined);
  for (const strand of found) {
    const mine = waiting.filter((row) => !row.refused && row.terminations.includes(strand.termination)).map((row) => row.event);
    const sent = new Set(strand.events.map((event) => event.id));
    core.hold(strand.termination, [...strand.events, ...mine.filter((event) => !sent.has(event.id))]);
  }
  return found;
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
  return record(on.length, person, async (stamp) => {
    const held = await holdInCore(core, on);
    return held.length < on.length ? { field: 'tablet', says: say('bench.no-strand') } : make(core, stamp);
  });
}
