import { expose, proxy } from 'comlink';
import { Core } from './core';
import { clocksHere } from './clocks';
import { BenchSession, coreHere, doAtEnd, doTo, endOf, type Look } from './benchSession';
import { doWithGear, sayStanding, viewGear, viewReady } from './gearSession';
import { doInRun, previewResults, RunSession, takeResults, watchMeter } from './runSession';
import type { RunTold } from './shownRun';
import type { Told } from './shown';

// The core and the tablet's store work here, so that the page has nothing to do at a tap but to draw. Told so, the runtime does not take this worker for a
// thread of another one.
Object.assign(globalThis, { dotnetSidecar: true });

const doors = {
  open: async (strands: readonly string[], look: Look, tell: (told: Told) => void) =>
    proxy(new BenchSession(await coreHere(), strands, look, tell)),
  doTo: (...asked: [on: string[], person: string, now: number, deed: Parameters<typeof doTo>[3]]) => doTo(...asked),
  endOf,
  doAtEnd,
  openRun: async (cable: string, tell: (told: RunTold) => void) => proxy(new RunSession(await Core.bare(), cable, tell)),
  doInRun,
  watchMeter,
  jointKit: async () => (await Core.bare()).jointKit(),
  joint: async (asked: Parameters<Core['joint']>[0]) => (await Core.bare()).joint(asked),
  previewResults,
  takeResults,
  viewGear,
  viewReady,
  doWithGear,
  clocksHere,
  sayStanding,
};

export type Doors = typeof doors;

expose(doors);
