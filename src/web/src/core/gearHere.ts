import type { Schemas } from '../api/client';
import { countOf, eventsOf, keep, recall, tablet } from '../shell/tablet';
import type { Core } from './core';

/** The crew's tools and lots and one's work sessions as the server told them, beside the events; those begun here are among them. */
export interface GearHereNow {
  /** Milliseconds: when the server told it. */
  at: number;
  crews: Schemas['Crew'][];
  gear: Schemas['GearHere'][];
  sessions: string[];
  /** What the crew has decided of questions of the ready check; missing in what was kept before it could. */
  stops?: Record<string, boolean>;
  /** What the work ahead takes; missing in what was kept before it was told. */
  needs?: Schemas['StockNeed'][];
}

const none: GearHereNow = { at: 0, crews: [], gear: [], sessions: [] };

export const gearHere = async (): Promise<GearHereNow> => (await recall<GearHereNow>('gear')) ?? none;

/** Which kit the core holds. */
let held = '';

/** Puts the kit that the tablet holds into the core. */
export async function holdGear(core: Core): Promise<GearHereNow> {
  const kit = await gearHere();
  const streams = [...kit.gear.map(({ id }) => id), ...kit.sessions];
  const now = `${kit.at} ${await countOf(streams)}`;
  if (now !== held) {
    core.holdGear(await eventsOf(streams), Object.fromEntries(kit.gear.map(({ id, counts }) => [id, counts])), kit.stops);
    held = now;
  }
  return kit;
}

/** Keeps what was just counted here beside what the server told, so that it outlasts the page until the server has counted it too. */
export async function keepCounted(core: Core): Promise<void> {
  const counts = core.counted();
  if (!counts) return;
  await tablet.transaction('rw', tablet.kept, async () => {
    const kit = await gearHere();
    await keep('gear', { ...kit, gear: kit.gear.map((each) => ({ ...each, counts: counts[each.id] ?? each.counts })) });
  });
}
