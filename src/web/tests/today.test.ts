import { describe, expect, test } from 'vitest';
import { nextOf, type Told } from '../src/stations/today/nextOf';

const heron = { person: 'ira', mayWork: true, maySettle: false };
const lead = { person: 'lena', mayWork: true, maySettle: true };
const batch = (id: string, trouble: number, inHand: string[] = []) => ({
  batch: id,
  where: id,
  trouble,
  inHand,
  done: 0,
  of: 12,
});
const job = (id: string, ...cables: [string, Record<string, number>][]) => ({
  job: { id, name: id },
  cables: cables.map(([name, ends]) => ({ id: name, name, ends })),
});
const told = (some: object): Told => ({ jobs: [], batches: [], looks: [], planned: [], ...some }) as unknown as Told;
const looks = [{ termination: 't', label: 'A:01' }];

describe('what comes first on Today', () => {
  test('a decision, for who may decide; for others it is not theirs', () => {
    const all = told({ looks, batches: [batch('b', 0)] });
    expect(nextOf(all, lead)).toMatchObject({ kind: 'decide', to: '/look/t' });
    expect(nextOf(all, heron)).toMatchObject({ kind: 'batch' });
  });

  test('a batch in trouble before one left in the middle, one’s own before another’s', () => {
    const batches = [batch('other', 1), batch('calm', 0, ['ira']), batch('own', 2, ['ira'])];
    expect(nextOf(told({ batches }), heron)).toMatchObject({ kind: 'trouble', to: '/batch/own' });
    expect(nextOf(told({ batches: batches.slice(0, 2) }), heron)).toMatchObject({ to: '/batch/other' });
  });

  test('a cable under way before one that nobody has begun, in the job at hand before others', () => {
    const jobs = [job('a', ['new', { planned: 24 }]), job('b', ['begun', { 'under-way': 2, planned: 22 }])];
    expect(nextOf(told({ jobs }), heron)).toMatchObject({ kind: 'cable', to: '/proof/begun' });
    const both = [job('a', ['one', { planned: 24 }]), job('b', ['two', { planned: 24 }])];
    expect(nextOf(told({ jobs: both, place: 'b' }), heron)).toMatchObject({ kind: 'begin', to: '/proof/two' });
  });

  test('what is planned for oneself today before what nobody has begun, and after what was left in the middle', () => {
    const jobs = [job('a', ['new', { planned: 24 }])];
    const task = (cable: string, isToday: boolean, isTest = false) => ({ task: cable, title: cable, cable, isToday, isTest });
    const planned = [task('near', true), task('far', true)];
    expect(nextOf(told({ jobs, planned }), heron)).toMatchObject({ kind: 'planned', to: '/proof/near' });
    expect(nextOf(told({ jobs, planned: [task('near', true, true)] }), heron)).toMatchObject({ to: '/test/near' });
    expect(nextOf(told({ jobs, planned: [task('near', false)] }), heron)).toMatchObject({ kind: 'begin' });
    expect(nextOf(told({ jobs, planned, batches: [batch('b', 0)] }), heron)).toMatchObject({ kind: 'batch' });
  });

  test('when every end is done it says so, and who may not work is sent nowhere', () => {
    const jobs = [job('a', ['done', { verified: 24 }])];
    expect(nextOf(told({ jobs }), heron)).toMatchObject({ kind: 'done', to: '/job/a' });
    expect(nextOf(told({ jobs }), { ...heron, mayWork: false })).toBeUndefined();
    expect(nextOf(told({}), heron)).toBeUndefined();
  });
});
