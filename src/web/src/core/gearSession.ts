import type { Schemas } from '../api/client';
import { record } from '../shell/record';
import { keep, nowWithOffset, uuid7 } from '../shell/tablet';
import { coreHere, holdInCore, type Done } from './benchSession';
import { Core, type GearDeed } from './core';
import { holdGear } from './gearHere';

/** What the page of tools and lots shows. */
export interface GearShown {
  crews: Schemas['Crew'][];
  kinds: Schemas['GearKind'][];
  gear: Schemas['GearLine'][];
  session: Schemas['WorkSessionState'] | null;
  /** Of what the crew counts, for the work ahead. */
  stock: Schemas['StockLine'][];
}

export async function viewGear(person: string, now: number): Promise<GearShown> {
  const core = await Core.bare();
  const { crews, needs } = await holdGear(core);
  const session = core.openSession(person);
  return {
    crews,
    session,
    stock: core.viewStock(needs ?? [], nowWithOffset(new Date(now))),
    kinds: core.gearKinds(),
    gear: core.viewGear({
      now: nowWithOffset(new Date(now)),
      place: session?.place ?? null,
      temperature: session?.temperature ?? null,
    }),
  };
}

/** The ready check of a person's open session for strands that this tablet holds; without a session none. */
export interface ReadyShown {
  session: Schemas['WorkSessionState'] | null;
  ready: Schemas['ReadyView'] | null;
  crews: Schemas['Crew'][];
}

export async function viewReady(person: string, strands: readonly string[], now: number): Promise<ReadyShown> {
  const core = await coreHere();
  const { crews } = await holdGear(core);
  if (!core.holds(strands)) await holdInCore(core, strands);
  return { crews, session: core.openSession(person), ready: core.viewReady(person, strands, nowWithOffset(new Date(now))) };
}

/** Does something with a tool, a lot or a work session; without a stream, one begins. */
export const doWithGear = (stream: string | null, deed: GearDeed, person: string, now: number): Promise<Done> =>
  doIn(stream ?? uuid7(now), stream === null, deed, person, now);

async function doIn(id: string, isNew: boolean, deed: GearDeed, person: string, now: number): Promise<Done> {
  const core = await Core.bare();
  const made = await record(1, person, now, async (stamp) => {
    const kit = await holdGear(core);
    const act = core.actGear(id, deed, stamp);
    if (isNew && 'events' in act) {
      await keep('gear', {
        ...kit,
        ...(deed.kind === 'session-begun' ? { sessions: [...kit.sessions, id] } : { gear: [...kit.gear, { id, counts: [] }] }),
      });
    }
    return act;
  });
  return 'says' in made ? { isDone: false, says: made.says } : { isDone: true, says: '' };
}

/** Where work is done, and for which job. */
export interface WorkPlace {
  place: string;
  job: string;
}

/** Tells a person's open work session what was just done once for all of its work. Without one it begins here: an oven that was turned on warms up. */
export async function sayStanding(person: string, items: readonly string[], here: WorkPlace, now: number): Promise<Done> {
  const core = await Core.bare();
  await holdGear(core);
  const open = core.openSession(person)?.session;
  const session = open ?? uuid7(now);
  let done: Done = open ? { isDone: true, says: '' } : await doIn(session, true, begunAt(here), person, now);
  for (const item of items)
    if (done.isDone) done = await doIn(session, false, { kind: 'ready-said', item, isSo: true, note: null }, person, now);
  return done;
}

const begunAt = ({ place, job }: WorkPlace): GearDeed => ({ kind: 'session-begun', place, job, temperature: null });
