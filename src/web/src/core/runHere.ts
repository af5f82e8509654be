import type { Schemas } from '../api/client';
import { record } from '../shell/record';
import { changesOf, eventsOf, nowWithOffset, tablet, uuid7, type RunHere } from '../shell/tablet';
import { say } from '../shell/words';
import type { Done } from './benchSession';
import { Core, type Act, type MeterQuestion, type Results, type RunDeed, type RunKey } from './core';

/** Which reading the page wants to see: one picked by hand, or the next after the last. */
export interface RunLook {
  held?: RunKey;
  after?: RunKey;
}

/** What the page of a test run shows. */
export interface RunShown {
  run: RunHere;
  view: Schemas['RunView'];
}

/** Which run the core holds, and how often what the tablet holds had changed by then. */
let held = { cable: '', changes: -1 };

async function holdRun(core: Core, asked: Schemas['RunRequest']): Promise<void> {
  const changes = await changesOf();
  const cable = asked.cable.cable;
  if (held.cable === cable && held.changes === changes) return;
  core.holdRun(asked, await eventsOf(core.streamsOfRun(asked)));
  held = { cable, changes };
}

const asked = ({ run, references }: RunHere, look: RunLook, now: number): Schemas['RunRequest'] => ({
  cable: run,
  references,
  now: nowWithOffset(new Date(now)),
  held: look.held ?? null,
  after: look.after ?? null,
});

/** Nothing where the tablet does not hold the cable. */
export async function runOf(cable: string, look: RunLook, now: number): Promise<RunShown | undefined> {
  const core = await Core.bare();
  const run = await tablet.runs.get(cable);
  if (!run) return undefined;
  const request = asked(run, look, now);
  await holdRun(core, request);
  return { run, view: core.viewRun(request) };
}

/** Judges what is being typed. */
export async function judgeInRun(cable: string, read: RunDeed, now: number): Promise<Schemas['RunJudged'] | undefined> {
  const core = await Core.bare();
  const run = await tablet.runs.get(cable);
  return run && core.judgeRun(asked(run, {}, now), read);
}

/** How a watched meter stands. */
export const watchMeter = async (watched: MeterQuestion) => (await Core.bare()).watchMeter(watched);

/** Does something in a test run as it stands on this tablet now. */
export async function doInRun(cable: string, deed: RunDeed, person: string, now: number): Promise<Done> {
  const core = await Core.bare();
  const fresh = uuid7(now);
  const run = await tablet.runs.get(cable);
  if (!run) return { isDone: false, says: say('run.not-here') };
  const make = async (stamp: Record<string, string>): Promise<Act> => {
    const request = asked(run, {}, now);
    await holdRun(core, request);
    return core.actRun(request, deed, fresh, stamp);
  };
  const made = await record(1, person, now, make);
  if ('says' in made) return { isDone: false, says: made.says };
  // It serves every cable of the job.
  if (deed.kind === 'take-reference')
    await tablet.runs
      .where('job')
      .equals(run.job)
      .modify((each) => void each.references.push(fresh));
  return { isDone: true, says: '' };
}

/** What the rows of a file would be in a test run. */
export async function previewResults(
  cable: string,
  results: Results,
  now: number,
): Promise<Schemas['ResultPreview'] | undefined> {
  const core = await Core.bare();
  const run = await tablet.runs.get(cable);
  if (!run) return undefined;
  const request = asked(run, {}, now);
  await holdRun(core, request);
  return core.previewResults(request, results);
}

/** Takes the rows of a file into a test run, all of them or none. */
export async function takeResults(cable: string, results: Results, person: string, now: number): Promise<Done> {
  const core = await Core.bare();
  const run = await tablet.runs.get(cable);
  if (!run) return { isDone: false, says: say('run.not-here') };
  let taken = 0;
  const make = async (stamp: Record<string, string>): Promise<Act> => {
    const request = asked(run, {}, now);
    await holdRun(core, request);
    const act = core.takeResults(request, results, stamp);
    taken = 'events' in act ? act.events.length : 0;
    return act;
  };
  const made = await record(results.table.rows.length, person, now, make);
  return 'says' in made ? { isDone: false, says: made.says } : { isDone: true, says: say('result.taken', { count: taken }) };
}
