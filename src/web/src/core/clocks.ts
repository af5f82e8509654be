import type { Schemas } from '../api/client';
import { eventsOf, nowWithOffset, tablet } from '../shell/tablet';
import { coreHere } from './benchSession';
import { holdGear } from './gearHere';

/** The times that run by what this tablet has not sent yet, and the strands and the person of whom it knows better than the server. */
export interface ClocksHere {
  lines: Schemas['ClockLine'][];
  strands: string[];
}

/** Of strands and sessions that were worked on here and not sent yet. */
export async function clocksHere(person: string, now: number): Promise<ClocksHere> {
  const waiting = await tablet.outbox.filter((row) => !row.refused).toArray();
  const ids = [...new Set(waiting.flatMap((row) => row.streams))];
  const strands = (await tablet.strands.bulkGet(ids)).filter((strand) => strand !== undefined);
  const core = await coreHere();
  await holdGear(core);
  return {
    lines: core.viewClocks(
      strands.map(({ termination, strand, cableName }) => ({ termination, strand, cable: cableName })),
      await eventsOf(strands.map(({ termination }) => termination)),
      person,
      nowWithOffset(new Date(now)),
    ),
    strands: strands.map(({ termination }) => termination),
  };
}
