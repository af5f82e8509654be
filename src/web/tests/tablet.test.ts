import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { beforeAll, expect, test } from 'vitest';
import type { BenchEvent } from '../src/core/core';

const [one, two] = ['01900000-0000-7000-8000-000000000001', '01900000-0000-7000-8000-000000000002'];
const event = (id: string, sequence: number, strands: object[]) => ({
  id,
  format: 1,
  sequence,
  strands,
  body: { kind: 'begun' },
});

/** A tablet as the program left it before there were streams of any kind: events in their strands' rows, each strand with its own copy. */
beforeAll(async () => {
  const earlier = new Dexie('rhabdon');
  earlier.version(1).stores({ strands: 'termination, cable', outbox: 'sequence, termination', kept: 'key' });
  earlier.version(2).stores({ outbox: 'sequence, *terminations' });
  earlier.version(3).stores({ pictures: '[termination+hash]' });
  await earlier.table('strands').bulkPut([
    { termination: one, label: 'A:01', events: [event('e1', 1, [{ termination: one, known: 0 }])] },
    { termination: two, label: 'A:02', events: [event('e1', 1, [{ termination: two, known: 3 }])] },
  ]);
  await earlier
    .table('outbox')
    .put({ sequence: 2, event: event('e2', 2, [{ termination: one, known: 1 }]), terminations: [one] });
  earlier.close();
});

test('an earlier tablet opens: an act that strands shared is kept once, and what waits still waits', async () => {
  const { eventsOf, tablet } = await import('../src/shell/tablet');
  expect(await tablet.strands.toArray()).toEqual([
    { termination: one, label: 'A:01' },
    { termination: two, label: 'A:02' },
  ]);
  expect(await tablet.events.toArray()).toEqual([
    {
      id: 'e1',
      streams: [one, two],
      event: event('e1', 1, [
        { termination: one, known: 0 },
        { termination: two, known: 3 },
      ]),
    },
  ]);
  expect(await tablet.outbox.toArray()).toMatchObject([{ sequence: 2, streams: [one] }]);
  expect((await eventsOf([one])).map((held) => held.id)).toEqual(['e1', 'e2']);
});

test('what the server tells joins what is there, and counts as a change only when something is new', async () => {
  const { changesOf, keepEvents, keepStrands, subjectsOf, tablet } = await import('../src/shell/tablet');
  const before = await changesOf();
  const act = { id: 'e3', format: 2, sequence: 9, subjects: [], body: { kind: 'batched' } } as unknown as BenchEvent;
  const told = {
    acts: [act],
    strands: [{ termination: one, events: [0, 2] } as never, { termination: two, events: [0, 5] } as never],
    ends: [{ id: 'end', strand: one, events: [] }],
  };
  await keepStrands(told);
  await keepStrands(told);
  expect(await changesOf()).toBe(before + 1);
  const held = await tablet.events.get('e3');
  expect(held!.event.subjects).toEqual([
    { stream: one, known: 2 },
    { stream: two, known: 5 },
  ]);
  await keepEvents([{ ...act, subjects: [{ stream: 'third', known: 0 }] }]);
  expect(subjectsOf((await tablet.events.get('e3'))!.event).sort()).toEqual([one, two, 'third'].sort());
});

test('the day is the one where the tablet is, not the one in Greenwich', async () => {
  const { today } = await import('../src/shell/tablet');
  const evening = new Date('2026-11-25T01:30:00Z');
  const here = new Intl.DateTimeFormat('en-CA', { year: 'numeric', month: '2-digit', day: '2-digit' });
  expect(today(evening)).toBe(here.format(evening));
});
