import { liveQuery } from 'dexie';
import type { Schemas } from '../api/client';
import { record, whyNotKept } from '../shell/record';
import { changesOf, eventsOf, nowWithOffset, tablet, uuid7, type RunHere } from '../shell/tablet';
import { say } from '../shell/words';
import type { Done } from './benchSession';
import { Core, type Act, type MeterQuestion, type Results, type RunDeed, type RunKey, type RunLook } from './core';
import { holdGear } from './gearHere';
import type { RunTold } from './shownRun';

/** Which reading a page wants to see: one picked by hand, or the next after the last. */
export type Turn = Pick<RunLook, 'held' | 'after'>;

/** What the page is told of a deed: how it went, and what is now to be seen. */
export interface ActedInRun extends Done {
  told?: RunTold;
}

const notHere = () => ({ isDone: false, says: say('run.not-here') });

/** Which run the core holds, and how often what the tablet holds had changed by then. */
let held: { cable: string; changes: number; run?: RunHere } = { cable: '', changes: -1 };

/** Puts what the tablet holds of a cable's run into the core. Nothing where it does not hold the cable. */
async function holdRun(core: Core, cable: string): Promise<RunHere | undefined> {
  const changes = await changesOf();
  if (held.cable === cable && held.changes === changes) return held.run;
  const run = await tablet.runs.get(cable);
  if (run) {
    const asked: Schemas['RunRequest'] = { cable: run.run, references: run.references, now: nowWithOffset(new Date()) };
    core.holdRun(asked, await eventsOf(core.streamsOfRun(asked)));
    await holdGear(core);
  }
  held = { cable, changes, run };
  return run;
}

const lookAt = (turn: Turn, now: number): RunLook => ({ ...turn, now: nowWithOffset(new Date(now)) });

/** Makes the events of a run as it stands on this tablet now, and keeps them. */
async function recordIn(
  cable: string,
  mostOf: (run: RunHere) => number,
  person: string,
  now: number,
  make: (core: Core, look: RunLook, stamp: Record<string, string>) => Act,
  isOfLink = false,
): Promise<Done> {
  const core = await Core.bare();
  const run = await holdRun(core, cable);
  if (!run) return notHere();
  const made = await record(
    mostOf(run),
    person,
    now,
    async (stamp) => {
      await holdRun(core, cable);
      return make(core, lookAt({}, now), stamp);
    },
    // The event of one link is added to what the core holds; what changes more is read anew.
    (changes) => {
      if (isOfLink && held.changes === changes - 1) {
        core.keepRun();
        held = { ...held, changes };
      }
    },
  );
  return 'says' in made ? { isDone: false, says: made.says } : { isDone: true, says: '' };
}

/** Does something in a test run as it stands on this tablet now. */
export async function doInRun(cable: string, deed: RunDeed, person: string, now: number): Promise<Done> {
  const fresh = uuid7(now);
  const isOfReference = deed.kind.endsWith('-reference');
  const done = await recordIn(
    cable,
    (run) => (deed.kind === 'length' ? run.run.strands.length : 1),
    person,
    now,
    (core, look, stamp) => core.actRun(look, deed, fresh, stamp),
    !isOfReference,
  );
  // It serves every cable of the job.
  if (done.isDone && deed.kind === 'take-reference') {
    await tablet.runs
      .where('job')
      .equals(held.run!.job)
      .modify((each) => void each.references.push(fresh));
    held = { cable: '', changes: -1 };
  }
  return done;
}

/** What the rows of a file would be in a test run. */
export async function previewResults(
  cable: string,
  results: Results,
  now: number,
): Promise<Schemas['ResultPreview'] | undefined> {
  const core = await Core.bare();
  return (await holdRun(core, cable)) && core.previewResults(lookAt({}, now), results);
}

/** Takes the rows of a file into a test run, all of them or none. */
export async function takeResults(cable: string, results: Results, person: string, now: number): Promise<Done> {
  let taken = 0;
  const done = await recordIn(
    cable,
    () => results.table.rows.length,
    person,
    now,
    (core, look, stamp) => {
      const act = core.takeResults(look, results, stamp);
      taken = 'events' in act ? act.events.length : 0;
      return act;
    },
  );
  return done.isDone ? { isDone: true, says: say('result.taken', { count: taken }) } : done;
}

/** How a watched meter stands. */
export const watchMeter = async (watched: MeterQuestion) => (await Core.bare()).watchMeter(watched);

/** A test run of one page: folded by the core from what the server told and what this tablet has done since. */
export class RunSession {
  private turn: Turn = {};
  private toldRun?: RunHere;
  private toldAt = -1;
  private readonly stop: () => void;

  /** @param tell hears what is to be seen whenever the tablet comes to hold something else of the run */
  constructor(
    private readonly core: Core,
    private readonly cable: string,
    tell: (told: RunTold) => void,
  ) {
    const watch = liveQuery(changesOf).subscribe({
      next: (changes) => {
        if (changes !== this.toldAt) void this.told(Date.now()).then(tell, (error) => tell({ fault: whyNotKept(error) }));
      },
      error: (error) => tell({ fault: whyNotKept(error) }),
    });
    this.stop = () => watch.unsubscribe();
  }

  /** Another reading is picked. */
  turnTo(key: RunKey, now: number): Promise<RunTold> {
    this.turn = { held: key };
    return this.told(now);
  }

  async act(deed: RunDeed, person: string, now: number): Promise<ActedInRun> {
    const done = await doInRun(this.cable, deed, person, now);
    if (!done.isDone) return done;
    if (deed.kind === 'read') this.turn = { after: deed.key };
    return { ...done, told: await this.told(now) };
  }

  /** Judges what is being typed. */
  async judge(read: RunDeed, now: number): Promise<Schemas['RunJudged'] | undefined> {
    return (await holdRun(this.core, this.cable)) && this.core.judgeRun(lookAt({}, now), read);
  }

  close(): void {
    this.stop();
  }

  private async told(now: number): Promise<RunTold> {
    const run = await holdRun(this.core, this.cable);
    if (!run) return { fault: say('run.not-here') };
    const isNew = run !== this.toldRun;
    this.toldRun = run;
    this.toldAt = held.changes;
    const view = this.core.viewRun(this, lookAt(this.turn, now));
    return isNew ? { view, run } : { view };
  }
}
