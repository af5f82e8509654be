import Dexie, { type EntityTable, type Table } from 'dexie';
import type { Schemas } from '../api/client';
import type { BenchEvent } from '../core/core';

export type Strand = Omit<Schemas['StrandAtBench'], 'events'> & { events: BenchEvent[] };

export interface Waiting {
  sequence: number;
  event: BenchEvent;
  /** Every strand the event concerns. */
  terminations: string[];
  /** What is signed, and the signature of the one who did it. */
  text?: string;
  signature?: string;
  /** Set when the server refused it: kept, shown, not sent again. */
  refused?: string;
}

/** A picture that the server does not hold yet. */
export interface KeptPicture {
  hash: string;
  termination: string;
  file: Blob;
  refused?: string;
}

interface Kept {
  key: string;
  value: unknown;
}

/** What this tablet keeps for itself: strands it has opened, events that wait to be sent, and who it is. */
class Tablet extends Dexie {
  strands!: EntityTable<Strand, 'termination'>;
  outbox!: EntityTable<Waiting, 'sequence'>;
  kept!: EntityTable<Kept, 'key'>;
  pictures!: Table<KeptPicture, [string, string]>;

  constructor() {
    super('rhabdon');
    this.version(1).stores({ strands: 'termination, cable', outbox: 'sequence, termination', kept: 'key' });
    this.version(2)
      .stores({ outbox: 'sequence, *terminations' })
      .upgrade((upgrade) =>
        upgrade
          .table('outbox')
          .toCollection()
          .modify((row) => {
            row.terminations = row.event.strands.map((s: { termination: string }) => s.termination);
          }),
      );
    this.version(3).stores({ pictures: '[termination+hash]' });
  }
}

export const tablet = new Tablet();

export async function recall<T>(key: string): Promise<T | undefined> {
  return (await tablet.kept.get(key))?.value as T | undefined;
}

export async function keep(key: string, value: unknown) {
  await tablet.kept.put({ key, value });
}

export async function forget(key: string) {
  await tablet.kept.delete(key);
}

/** What the server told, or, with no network, what it told this tablet last. */
export async function toldOrKept<T>(key: string, tell: () => Promise<T>): Promise<T> {
  try {
    const told = await tell();
    await keep(key, told);
    return told;
  } catch (fault) {
    const kept = fault instanceof TypeError ? await recall<T>(key) : undefined;
    if (kept === undefined) throw fault;
    return kept;
  }
}

/** A shared act as one strand keeps it: of the strands that it names, only that one. */
export const forStrand = (event: BenchEvent, termination: string): BenchEvent => ({
  ...event,
  strands: event.strands.filter((strand) => strand.termination === termination),
});

/** Adds what the server holds to what the tablet holds. Events are only ever added, so neither can lose any of the other's. */
export async function keepStrands({ acts, strands }: Schemas['BenchOpened']) {
  await tablet.transaction('rw', tablet.strands, async () => {
    const held = await tablet.strands.bulkGet(strands.map((strand) => strand.termination));
    const merged = strands.map((strand, at) => {
      const { termination } = strand;
      const events = Array.from({ length: strand.events.length / 2 }, (_, index) => ({
        ...acts[strand.events[2 * index]!]!,
        strands: [{ termination, known: strand.events[2 * index + 1]! }],
      }));
      const ids = new Set(events.map((event) => event.id));
      return { ...strand, events: [...events, ...(held[at]?.events ?? []).filter((event) => !ids.has(event.id))] };
    });
    await tablet.strands.bulkPut(merged);
  });
}

const mark = 'rhabdon-store';

/** True when this browser has emptied the tablet's store since it was last used: what had not been sent is gone, and must be told. */
export async function wasCleared(): Promise<boolean> {
  const known = localStorage.getItem(mark);
  const held = await recall<string>(mark);
  if (held && held === known) return false;
  const fresh = uuid7();
  await keep(mark, fresh);
  localStorage.setItem(mark, fresh);
  return known !== null;
}

/** A UUID of version 7 (RFC 9562): milliseconds first, so that ids sort by age. */
export function uuid7(now = Date.now()): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  for (let i = 0; i < 6; i++) bytes[i] = Math.floor(now / 2 ** (8 * (5 - i))) & 0xff;
  bytes[6] = (bytes[6]! & 0x0f) | 0x70;
  bytes[8] = (bytes[8]! & 0x3f) | 0x80;
  const hex = Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}

/** This moment with the tablet's own offset from UTC: 2026-11-24T09:05:00.000-04:00. */
export function nowWithOffset(now = new Date()): string {
  const offset = -now.getTimezoneOffset();
  const two = (n: number) => String(Math.trunc(Math.abs(n))).padStart(2, '0');
  const local = new Date(now.getTime() + offset * 60_000).toISOString().slice(0, -1);
  return `${local}${offset < 0 ? '-' : '+'}${two(offset / 60)}:${two(offset % 60)}`;
}
