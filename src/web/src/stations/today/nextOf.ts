import type { Schemas } from '../../api/client';

export interface Told {
  jobs: Schemas['JobSummary'][];
  batches: Schemas['BatchSummary'][];
  looks: Schemas['NeedsALookRow'][];
  /** What is planned for oneself, in the order of the days. */
  planned: Schemas['MyTask'][];
  /** The job that was worked at last. */
  place?: string;
}

export interface Who {
  person: string;
  mayWork: boolean;
  maySettle: boolean;
}

/** What wants a hand first. */
export interface Next {
  kind: 'decide' | 'trouble' | 'batch' | 'planned' | 'cable' | 'begin' | 'done';
  to: string;
  name: string;
  look?: Schemas['NeedsALookRow'];
  batch?: Schemas['BatchSummary'];
  task?: Schemas['MyTask'];
  cable?: Schemas['CableView'];
  job?: string;
}

/**
 * Which of the things told comes first: for a lead what needs a decision; then a batch with a strand in trouble, one's own before others'; then one left in
 * the middle; then what is planned for oneself today; then a cable under way, then one not begun, in the job at hand before
 * others. It orders what the core has judged and judges nothing itself.
 */
export function nextOf({ jobs, batches, looks, planned, place }: Told, { person, mayWork, maySettle }: Who): Next | undefined {
  const [look] = looks;
  if (maySettle && look) return { kind: 'decide', to: `/look/${look.termination}`, name: look.label, look };
  if (!mayWork) return undefined;
  const mine = [...batches].sort((a, b) => Number(b.inHand.includes(person)) - Number(a.inHand.includes(person)));
  const batch = mine.find((each) => each.trouble > 0) ?? mine[0];
  if (batch) return { kind: batch.trouble > 0 ? 'trouble' : 'batch', to: `/batch/${batch.batch}`, name: batch.where, batch };
  const task = planned.find(({ isToday }) => isToday);
  if (task) return { kind: 'planned', to: `/${task.isTest ? 'test' : 'proof'}/${task.cable}`, name: task.title, task };
  const cables = [...jobs]
    .sort((a, b) => Number(b.job.id === place) - Number(a.job.id === place))
    .flatMap(({ job, cables }) => cables.map((cable) => ({ job, cable })));
  const has = (...buckets: string[]) =>
    cables.find(({ cable }) => buckets.some((bucket) => (cable.ends[bucket as keyof typeof cable.ends] ?? 0) > 0));
  const open = has('trouble', 'under-way') ?? has('planned');
  if (open) {
    const { cable, job } = open;
    const isBegun = has('trouble', 'under-way') === open;
    return { kind: isBegun ? 'cable' : 'begin', to: `/proof/${cable.id}`, name: cable.name, cable, job: job.id };
  }
  const [first] = cables;
  return first && { kind: 'done', to: `/job/${first.job.id}`, name: first.job.name, job: first.job.id };
}
