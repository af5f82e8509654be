import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, test } from 'vitest';
import { BenchSession } from '../src/core/benchSession';
import type { Act, BenchEvent, Core, Intent } from '../src/core/core';
import type { Told } from '../src/core/shown';
import { keepEvents, tablet, type Strand } from '../src/shell/tablet';

const now = Date.parse('2026-11-24T14:00:00Z');
const look = { unit: 'mm', pace: 'stage-by-stage', batch: undefined, person: 'heron' } as const;

/** Stands in for the core: a step that is done on a strand is refused a second time. It counts how often it was given strands to hold and asked for a view. */
class StandIn {
  version = 0;
  held: string[] = [];
  private asOf = -1;
  readonly holding: string[][] = [];
  readonly asked: object[] = [];
  private readonly done = new Set<string>();

  holds = (strands: readonly string[]) => strands.every((strand) => this.held.includes(strand));
  isAsOf = (changes: number, strands: readonly string[]) => this.asOf === changes && this.holds(strands);
  hold(strands: readonly string[], _: unknown, changes: number) {
    this.holding.push([...strands]);
    [this.held, this.asOf] = [[...strands], changes];
    this.version++;
  }
  holdGear = () => undefined;
  keep(changes: number) {
    if (this.asOf === changes - 1) this.asOf = changes;
    this.version++;
  }
  view(_: object, request: object) {
    this.asked.push(request);
    return JSON.stringify({ rows: [], queue: this.held, bench: null, isSameLine: false });
  }
  act(on: string[], _: unknown, intent: Intent, stamp: Record<string, string>): Act {
    const what = JSON.stringify(intent);
    if (on.some((strand) => this.done.has(strand + what))) return { field: 'step', says: 'The step has moved on.' };
    on.forEach((strand) => this.done.add(strand + what));
    const event = {
      id: stamp.ids!.split(' ')[0]!,
      format: 2,
      sequence: Number(stamp.sequence),
      clock: { milliseconds: now, count: 0 },
      at: stamp.at!,
      subjects: on.map((stream) => ({ stream, known: 1 })),
      body: { kind: 'begun' },
    } as unknown as BenchEvent;
    return { events: [event], texts: [JSON.stringify(event)] };
  }
}

let core: StandIn;
let told: Told[];

const open = (strands: string[]) => new BenchSession(core as unknown as Core, strands, look, (each) => told.push(each));
const calm = async (is: () => boolean) => {
  for (let tries = 0; tries < 200 && !is(); tries++) await new Promise((later) => setTimeout(later, 5));
};
const step = (id: string) => ({ kind: 'done', step: id }) as Intent;

beforeEach(async () => {
  [core, told] = [new StandIn(), []];
  await Promise.all(tablet.tables.map((table) => table.clear()));
  await tablet.strands.bulkPut(
    ['a', 'b'].map((termination, at) => ({ termination, strand: at + 1, label: `A:0${at + 1}` }) as Strand),
  );
});

describe('a session at the bench', () => {
  test('tells what is to be seen once it is there, and again when the tablet comes to hold more', async () => {
    const session = open(['a', 'b']);
    await calm(() => told.length > 0);
    expect(told).toMatchObject([{ strands: [{ termination: 'a' }, { termination: 'b' }] }]);
    await keepEvents([{ id: 'e1', subjects: [{ stream: 'a', known: 0 }] } as unknown as BenchEvent]);
    await calm(() => told.length > 1);
    expect(told).toHaveLength(2);
    expect(told[1]).not.toHaveProperty('strands');
    session.close();
  });

  test('strands that this tablet does not have are a fault in words', async () => {
    const session = open(['nowhere']);
    await calm(() => told.length > 0);
    expect(told).toMatchObject([{ fault: expect.stringMatching(/\w/) }]);
    session.close();
  });

  test('an act is kept in the outbox and shown with the strands that are not part of it', async () => {
    const session = open(['a', 'b']);
    await calm(() => told.length > 0);
    const acted = await session.act(step('strip'), ['a'], 'a', 'heron', now);
    expect(acted).toMatchObject({ isDone: true, says: '', told: { change: expect.stringContaining('"b"') } });
    expect(await tablet.outbox.toArray()).toMatchObject([{ streams: ['a'] }]);
    expect(core.asked.at(-1)).toMatchObject({ held: 'a', isPicked: false });
    session.close();
  });

  test('the second of a double tap says nothing; the same tap later says why not', async () => {
    const session = open(['a']);
    await calm(() => told.length > 0);
    const tap = () => session.act(step('strip'), ['a'], 'a', 'heron', now);
    const [first, second] = await Promise.all([tap(), tap()]);
    expect([first.isDone, second.isDone, second.says]).toEqual([true, false, '']);
    expect(await tap()).toMatchObject({ isDone: false, says: 'The step has moved on.' });
    expect(await tablet.outbox.count()).toBe(1);
    session.close();
  });

  test('another tap that is refused while one is on its way is told', async () => {
    const session = open(['a']);
    await calm(() => told.length > 0);
    await session.act(step('strip'), ['a'], 'a', 'heron', now);
    const [, second] = await Promise.all([
      session.act(step('cleave'), ['a'], 'a', 'heron', now),
      session.act(step('strip'), ['a'], 'a', 'heron', now),
    ]);
    expect(second.says).toBe('The step has moved on.');
    session.close();
  });

  test('what another session put into the core does not stand in the way of this one', async () => {
    const session = open(['a']);
    await calm(() => told.length > 0);
    core.held = ['b'];
    expect(await session.turnTo('a')).toMatchObject({ change: expect.stringContaining('"a"') });
    session.close();
  });

  test('the same look again is not worked out anew', async () => {
    const session = open(['a']);
    await calm(() => told.length > 0);
    expect(await session.turn({ ...look })).toBeUndefined();
    expect(await session.turn({ ...look, unit: 'in' })).toHaveProperty('change');
    session.close();
  });
});
