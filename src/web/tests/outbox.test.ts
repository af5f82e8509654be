import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, test, vi } from 'vitest';
import type { Act, BenchEvent } from '../src/core/core';

const server = vi.hoisted(() => ({
  person: 'heron' as string | null,
  answers: [] as object[],
  taken: [] as BenchEvent[],
  isAway: false,
  asked: 0,
}));
vi.mock('../src/api/client', async (original) => {
  const there = <T>(data: T) => {
    if (server.isAway) return Promise.reject(new TypeError('Failed to fetch'));
    return Promise.resolve({ data, response: { ok: true } as Response });
  };
  return {
    ...(await original<typeof import('../src/api/client')>()),
    api: {
      GET: () => {
        server.asked += 1;
        return there({ forgery: 'token', person: server.person });
      },
      POST: (_: string, { body }: { body: BenchEvent[] }) => {
        if (!Array.isArray(body)) return there(null);
        if (!server.isAway && !server.person)
          return Promise.resolve({ response: { ok: false, status: 401, statusText: 'Sign in' } });
        if (!server.isAway) server.taken.push(...body);
        return there(body.map((_, at) => server.answers[at] ?? { status: 200 }));
      },
    },
  };
});

const { send } = await import('../src/shell/outbox');
const { record } = await import('../src/shell/record');
const { changesOf, eventsOf, tablet, uuid7 } = await import('../src/shell/tablet');

const now = Date.parse('2026-11-24T14:00:00Z');
const about = (stream: string, known = 1) => [{ stream, known }];

/** What the core would make: one event about one stream. */
const made = (stream: string, stamp: Record<string, string>): Act => {
  const event = {
    id: stamp.ids!.split(' ')[0]!,
    format: 2,
    device: stamp.device!,
    sequence: Number(stamp.sequence),
    clock: { milliseconds: Number(stamp.nowMs), count: 0 },
    at: stamp.at!,
    actor: stamp.actor!,
    rules: '1',
    subjects: about(stream),
    body: { kind: 'begun' },
  } as unknown as BenchEvent;
  return { events: [event], texts: [JSON.stringify(event)] };
};

const tap = (stream: string) => record(1, 'heron', now, async (stamp) => made(stream, stamp));

beforeEach(async () => {
  await send();
  Object.assign(server, { person: 'heron', answers: [], taken: [], isAway: true, asked: 0 });
  await Promise.all(tablet.tables.map((table) => table.clear()));
});

describe('what is done is kept', () => {
  test('two taps at the same moment never share a sequence number', async () => {
    await Promise.all([tap('a'), tap('b'), tap('c')]);
    expect((await tablet.outbox.toArray()).map((row) => row.sequence)).toEqual([1, 2, 3]);
    expect(new Set((await tablet.outbox.toArray()).map((row) => row.event.device)).size).toBe(1);
  });

  test('what could not be made leaves nothing behind, and takes no number', async () => {
    await tap('a');
    await expect(record(1, 'heron', now, async () => Promise.reject(new Error('full')))).rejects.toThrow('full');
    const fault = await record(1, 'heron', now, async () => ({ field: 'step', says: 'moved on' }));
    expect(fault).toEqual({ field: 'step', says: 'moved on' });
    await tap('a');
    expect((await tablet.outbox.toArray()).map((row) => row.sequence)).toEqual([1, 2]);
  });

  test('each act counts as one change, told once it is kept', async () => {
    const told: number[] = [];
    for (let act = 0; act < 2; act++)
      await record(
        1,
        'heron',
        now,
        async (stamp) => made('a', stamp),
        (changes) => told.push(changes),
      );
    expect(told).toEqual([1, 2]);
    expect(await changesOf()).toBe(2);
  });

  test('the maker is told whether something waits, so that a clock that ran ahead may come back', async () => {
    const waiting: string[] = [];
    const look = async (stamp: Record<string, string>) => {
      waiting.push(stamp.waiting!);
      return made('a', stamp);
    };
    await record(1, 'heron', now, look);
    await record(1, 'heron', now, look);
    expect(waiting).toEqual(['0', '1']);
  });
});

describe('what is kept is sent', () => {
  test('with no network all of it stays, in order', async () => {
    await tap('a');
    await tap('b');
    await send();
    expect((await tablet.outbox.orderBy('sequence').toArray()).map((row) => row.streams)).toEqual([['a'], ['b']]);
    expect(server.taken).toEqual([]);
  });

  test('what the server took leaves the outbox and is still held, with its receipt', async () => {
    await tap('a');
    Object.assign(server, { isAway: false, answers: [{ status: 202, receipt: { from: 'olive' } }] });
    await send();
    expect(await tablet.outbox.count()).toBe(0);
    expect(await eventsOf(['a'])).toMatchObject([{ sequence: 1, receipt: { from: 'olive' } }]);
  });

  test('what the server took as it was is no change to whoever has folded it; what it noted something about is', async () => {
    await tap('a');
    const before = await changesOf();
    Object.assign(server, { isAway: false, answers: [{ status: 200 }] });
    await send();
    expect(await eventsOf(['a'])).toHaveLength(1);
    expect(await changesOf()).toBe(before);
    await tap('b');
    Object.assign(server, { answers: [{ status: 202, receipt: { at: '2026-11-24T14:00:05Z' } }] });
    await send();
    expect(await changesOf()).toBe(before + 2);
  });

  test('what the server refused says why, is held no more, and keeps nothing else back', async () => {
    await tap('a');
    await tap('b');
    Object.assign(server, { isAway: false, answers: [{ status: 422, says: 'The step has moved on.' }] });
    const before = await changesOf();
    await send();
    expect(await tablet.outbox.toArray()).toMatchObject([{ streams: ['a'], refused: 'The step has moved on.' }]);
    expect(await eventsOf(['a'])).toEqual([]);
    expect(await eventsOf(['b'])).toHaveLength(1);
    expect(await changesOf()).toBeGreaterThan(before);
    await send();
    expect(server.taken).toHaveLength(2);
  });

  test('nothing is sent while nobody is signed in', async () => {
    await tap('a');
    Object.assign(server, { isAway: false, person: null });
    await send();
    expect(server.taken).toEqual([]);
    expect(await tablet.outbox.count()).toBe(1);
  });

  test('who is signed in is asked once while the server takes what is sent, and again once it has refused', async () => {
    await tap('a');
    await send();
    Object.assign(server, { isAway: false, asked: 0 });
    for (const person of ['heron', 'heron', null]) {
      server.person = person;
      await tap('a');
      await send();
    }
    expect(server.asked).toBe(1);
    await send();
    expect(server.asked).toBe(2);
    expect(await tablet.outbox.count()).toBe(1);
  });

  test('a long outbox goes in deliveries of a hundred, oldest first', async () => {
    for (let act = 0; act < 120; act++) await tap(uuid7());
    server.isAway = false;
    await send();
    expect(server.taken.map((event) => event.sequence)).toEqual(Array.from({ length: 120 }, (_, at) => at + 1));
    expect(await tablet.outbox.count()).toBe(0);
  });
});
