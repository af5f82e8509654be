import { proxy, wrap, type ProxyMarked, type Remote } from 'comlink';
import { send, tellWaiting } from '../shell/outbox';
import { fetchBook, fetchGear, fetchRun, fetchStrands, partnersOf } from '../shell/strands';
import { keep, recall } from '../shell/tablet';
import { say } from '../shell/words';
import type { BenchSession, Deed, Done, EndShown, Look } from './benchSession';
import type { Schemas } from '../api/client';
import type { EndDeed, Joint, GearDeed, MeterQuestion, Results, RunDeed, Unit } from './core';
import type { Doors } from './benchWorker';
import type { ClocksHere } from './clocks';
import type { GearShown, ReadyShown, WorkPlace } from './gearSession';
import type { RunSession } from './runSession';
import type { RunTold } from './shownRun';
import type { Told } from './shown';

export type Session = Remote<BenchSession & ProxyMarked>;

interface Running {
  worker: Worker;
  doors: Remote<Doors>;
  /** Fails when the worker does, and never succeeds. */
  broken: Promise<never>;
}

let running: Running | undefined;

function start(): Running {
  const worker = new Worker(new URL('./benchWorker.ts', import.meta.url), { type: 'module' });
  const broken = new Promise<never>((_, fail) => {
    worker.addEventListener('error', (event) => {
      running = undefined;
      fail(new Error(say('bench.core-stopped', { why: event.message || 'benchWorker' })));
    });
  });
  broken.catch(() => undefined);
  return { worker, doors: wrap<Doors>(worker), broken };
}

/** An answer of the bench's worker; fails if the worker does. */
export const answered = <T>(answer: Promise<T>): Promise<T> => Promise.race([answer, (running ??= start()).broken]);

const unlessAway = (fault: unknown) => {
  if (!(fault instanceof TypeError)) throw fault;
};

/** Brings these strands, the other fibers of their ports, and the recipes to the tablet, as far as there is a network. */
export async function bring(strands: readonly string[]): Promise<void> {
  const fetched = async () => {
    await fetchStrands(strands);
    const partners = await partnersOf(strands);
    if (partners.length > 0) await fetchStrands(partners);
  };
  await Promise.all([fetched().catch(unlessAway), fetchBook().catch(unlessAway), bringGear()]);
}

/**
 * Opens strands that are on this tablet at the bench.
 * @param tell hears what is to be seen, first and whenever it changes other than by what is done here
 */
export async function openBench(strands: readonly string[], look: Look, tell: (told: Told) => void): Promise<Session> {
  const { doors, worker } = (running ??= start());
  try {
    return await answered(doors.open(strands, look, proxy(tell)));
  } catch (fault) {
    // One whose core did not start would not start it later either.
    worker.terminate();
    if (running?.worker === worker) running = undefined;
    throw fault;
  }
}

/** Does something to strands as they stand now, fetched first if there is a network. */
export async function actOn(on: string[], person: string, deed: Deed): Promise<Done> {
  await bring(on);
  const { doors } = (running ??= start());
  const done = await answered(doors.doTo(on, person, Date.now(), deed));
  if (done.isDone) tellWaiting();
  void send();
  return done;
}

/** The work card of the cable's end that holds a strand, as far as this tablet knows it. */
export const endOf = (termination: string, unit: Unit): Promise<EndShown | undefined> =>
  answered((running ??= start()).doors.endOf(termination, unit));

/** Does a step at the cable's end that holds a strand, or takes it back. */
export async function doAtEnd(termination: string, unit: Unit, deed: EndDeed, person: string): Promise<Done> {
  const done = await answered((running ??= start()).doors.doAtEnd(termination, unit, deed, person, Date.now()));
  if (done.isDone) tellWaiting();
  void send();
  return done;
}

/** Brings a cable's test run to the tablet, as far as there is a network. */
export const bringRun = (cable: string): Promise<void> => fetchRun(cable).catch(unlessAway);

/**
 * Opens a cable's test run that is on this tablet.
 * @param tell hears what is to be seen, first and whenever it changes other than by what is done here
 */
export const openRun = (cable: string, tell: (told: RunTold) => void): Promise<Remote<RunSession & ProxyMarked>> =>
  answered((running ??= start()).doors.openRun(cable, proxy(tell)));

/** Does something in a test run that is open. */
export async function actInRun(session: Remote<RunSession & ProxyMarked>, deed: RunDeed, person: string) {
  const acted = await answered(session.act(deed, person, Date.now()));
  if (acted.isDone) tellWaiting();
  void send();
  return acted;
}

/** What a joint can be tried out with. */
export const jointKit = () => answered((running ??= start()).doors.jointKit());

/** What a joint loses, fault by fault. */
export const jointOf = (asked: Schemas['JointQuestion']): Promise<Joint> =>
  answered<Joint>((running ??= start()).doors.joint(asked) as Promise<Joint>);

/** How a watched meter stands. */
export const watchMeter = (watched: MeterQuestion) => answered((running ??= start()).doors.watchMeter(watched));

/** What the rows of a file would be in a test run. */
export const previewResults = (cable: string, results: Results) =>
  answered((running ??= start()).doors.previewResults(cable, results, Date.now()));

/** Takes the rows of a file into a test run, all of them or none. */
export async function takeResults(cable: string, results: Results, person: string): Promise<Done> {
  const done = await answered((running ??= start()).doors.takeResults(cable, results, person, Date.now()));
  if (done.isDone) tellWaiting();
  void send();
  return done;
}

/** Does something in a test run. */
export async function doInRun(cable: string, deed: RunDeed, person: string): Promise<Done> {
  const done = await answered((running ??= start()).doors.doInRun(cable, deed, person, Date.now()));
  if (done.isDone) tellWaiting();
  void send();
  return done;
}

/** Brings the crew's tools and lots to the tablet, as far as there is a network. */
export const bringGear = (): Promise<void> => fetchGear().catch(unlessAway);

/** The crew's tools and lots as this tablet knows them. */
export const viewGear = (person: string): Promise<GearShown> =>
  answered((running ??= start()).doors.viewGear(person, Date.now()) as Promise<GearShown>);

/** The ready check of a person's open work session, for strands that are on this tablet. */
export const viewReady = (person: string, strands: readonly string[]): Promise<ReadyShown> =>
  answered((running ??= start()).doors.viewReady(person, strands, Date.now()) as Promise<ReadyShown>);

/** Tells a person's work session what was just done once for all of its work; without one it begins here. */
export async function sayStanding(person: string, items: readonly string[], here: WorkPlace): Promise<void> {
  await answered((running ??= start()).doors.sayStanding(person, items, here, Date.now()));
  tellWaiting();
  void send();
}

/** The times that run by what this tablet has not sent yet. */
export const clocksHere = (person: string): Promise<ClocksHere> =>
  answered((running ??= start()).doors.clocksHere(person, Date.now()) as Promise<ClocksHere>);

/** Does something with a tool, a lot or a work session; without a stream, one begins. */
export async function doWithGear(stream: string | null, deed: GearDeed, person: string): Promise<Done> {
  const done = await answered((running ??= start()).doors.doWithGear(stream, deed, person, Date.now()));
  if (done.isDone) tellWaiting();
  void send();
  return done;
}

/** Remembers which strands were taken together here, before the server knows of it. */
export const rememberBatch = (batch: string, strands: string[]) => keep(`batch ${batch}`, strands);

/** Which strands were taken together here. */
export const rememberedBatch = async (batch: string) => (await recall<string[]>(`batch ${batch}`)) ?? [];

const crewKey = (job: string) => `crew ${job}`;

/** Whose technique a person said they work by on a job; kept, so that it is asked once. */
export const sayCrew = (job: string, crew: string) => keep(crewKey(job), crew);

export const saidCrew = async (job: string) => (await recall<string>(crewKey(job))) ?? null;
