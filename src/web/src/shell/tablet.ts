import Dexie, { type EntityTable, type Table } from 'dexie';
import type { Schemas } from '../api/client';
import type { BenchEvent } from '../core/core';

/** What the server told about a strand, beside its events. */
export type Strand = Omit<Schemas['StrandAtBench'], 'events'>;

/** A cable's end that holds strands of this tablet, and one of them, by which it is opened. */
export type EndHere = Omit<Schemas['EndAtBench'], 'events'>;

/** A cable's test run as the server told it, beside the events; references taken here are among its own. */
export type RunHere = Omit<Schemas['RunOpened'], 'events' | 'cable'> & { id: string; job: string; run: Schemas['RunCable'] };

/** An event that the server holds, about those of its streams that this tablet has opened. */
interface KeptEvent {
  id: string;
  streams: string[];
  event: BenchEvent;
}

export interface Waiting {
  sequence: number;
  event: BenchEvent;
  /** Every stream the event is about. */
  streams: string[];
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

/** What this tablet keeps for itself: strands it has opened and their events, events that wait to be sent, and who it is. */
class Tablet extends Dexie {
  strands!: EntityTable<Strand, 'termination'>;
  ends!: EntityTable<EndHere, 'id'>;
  runs!: EntityTable<RunHere, 'id'>;
  events!: EntityTable<KeptEvent, 'id'>;
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
    this.version(4)
      .stores({ strands: 'termination', events: 'id, *streams', outbox: 'sequence, *streams' })
      .upgrade(async (upgrade) => {
        const earlier = (await upgrade.table('strands').toArray()) as (Strand & { events: BenchEvent[] })[];
        await upgrade.table('events').bulkPut(merged(earlier.flatMap((strand) => strand.events)));
        await upgrade.table('strands').bulkPut(earlier.map(({ events, ...strand }) => strand));
        await upgrade
          .table('outbox')
          .toCollection()
          .modify((row) => {
            row.streams = row.terminations;
            delete row.terminations;
          });
      });
    this.version(5).stores({ outbox: 'sequence, *streams, refused', pictures: '[termination+hash], refused' });
    this.version(6).stores({ ends: 'id' });
    this.version(7).stores({ runs: 'id, job' });
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

/** Every stream that an event is about; format 1 calls them strands. */
export const subjectsOf = (event: BenchEvent): string[] =>
  (event.subjects ?? event.strands ?? []).map((subject) => (subject.stream ?? subject.termination)!);

/** The same event, about these streams. */
function concerning(event: BenchEvent, known: Map<string, number>): BenchEvent {
  const about = [...known];
  return event.strands
    ? { ...event, strands: about.map(([termination, known]) => ({ termination, known })) }
    : { ...event, subjects: about.map(([stream, known]) => ({ stream, known })) };
}

const knownOf = (event: BenchEvent): [string, number][] =>
  (event.subjects ?? event.strands ?? []).map((subject) => [(subject.stream ?? subject.termination)!, subject.known]);

/** Each event once, about all the streams that it is about in any of these. */
function merged(events: readonly BenchEvent[]): KeptEvent[] {
  const found = new Map<string, { event: BenchEvent; known: Map<string, number> }>();
  for (const event of events) {
    const one = found.get(event.id) ?? { event, known: new Map() };
    for (const [stream, known] of knownOf(event)) one.known.set(stream, known);
    found.set(event.id, one);
  }
  return [...found].map(([id, { event, known }]) => ({ id, streams: [...known.keys()], event: concerning(event, known) }));
}

/** How often what this tablet holds of streams has changed: whoever has folded it needs to look again only when this has. */
export const changesOf = async (): Promise<number> => (await recall<number>('changes')) ?? 0;

/** Counts one change more, in the transaction that makes it. */
export async function countChange(): Promise<number> {
  const changes = (await changesOf()) + 1;
  await keep('changes', changes);
  return changes;
}

/** Every event of these streams that this tablet holds, sent or not, each once. What was refused is not among them. */
export async function eventsOf(streams: readonly string[]): Promise<BenchEvent[]> {
  const [sent, waiting] = await Promise.all([
    tablet.events.where('streams').anyOf(streams).distinct().toArray(),
    tablet.outbox.where('streams').anyOf(streams).distinct().toArray(),
  ]);
  const ids = new Set(sent.map((row) => row.id));
  return [
    ...sent.map((row) => row.event),
    ...waiting.filter((row) => !row.refused && !ids.has(row.event.id)).map((row) => row.event),
  ];
}

/** What changes when this tablet comes to hold more events of these streams, or fewer; without reading them. */
export async function countOf(streams: readonly string[]): Promise<string> {
  const [sent, waiting, refused] = await Promise.all([
    tablet.events.where('streams').anyOf(streams).distinct().primaryKeys(),
    tablet.outbox.where('streams').anyOf(streams).distinct().primaryKeys(),
    tablet.outbox.where('refused').above('').count(),
  ]);
  return `${sent.length + waiting.length} ${refused}`;
}

/**
 * Holds an event of the outbox as one that the server has taken; in the transaction that takes it from there. Whoever has folded it need not look again,
 * unless the server noted something out of the ordinary.
 */
export async function keepTaken(event: BenchEvent): Promise<void> {
  const held = await tablet.events.get(event.id);
  await tablet.events.bulkPut(merged(held ? [event, held.event] : [event]));
  if (event.receipt) await countChange();
}

/** Adds events that the server holds. Events are only ever added, so neither can lose any of the other's. */
export async function keepEvents(events: readonly BenchEvent[]): Promise<void> {
  await tablet.transaction('rw', tablet.events, tablet.kept, async () => {
    const told = merged(events);
    const held = await tablet.events.bulkGet(told.map((row) => row.id));
    const further = told.filter((row, at) => !row.streams.every((stream) => held[at]?.streams.includes(stream)));
    if (further.length === 0) return;
    const earlier = held.filter((row) => row !== undefined).map((row) => row.event);
    const ids = new Set(further.map((row) => row.id));
    await tablet.events.bulkPut(merged([...further.map((row) => row.event), ...earlier.filter((event) => ids.has(event.id))]));
    await countChange();
  });
}

/** Keeps strands and the cable ends that hold them as the server told them, with their events. */
export async function keepStrands({ acts, strands, ends }: Schemas['BenchOpened']): Promise<void> {
  const known = acts.map(() => new Map<string, number>());
  const note = (stream: string, events: number[]) => {
    for (let at = 0; at < events.length; at += 2) known[events[at]!]!.set(stream, events[at + 1]!);
  };
  for (const { termination, events } of strands) note(termination, events);
  for (const { id, events } of ends) note(id, events);
  await keepEvents(acts.map((act, at) => concerning(act, known[at]!)));
  await tablet.strands.bulkPut(strands.map(({ events, ...strand }) => strand));
  await tablet.ends.bulkPut(ends.map(({ events, ...end }) => end));
}

/** Keeps a cable's test run as the server told it. A reference that was taken here and is not sent yet stays with it. */
export async function keepRun({ cable, events, references, ...told }: Schemas['RunOpened']): Promise<void> {
  await keepEvents(events);
  await tablet.transaction('rw', tablet.runs, tablet.outbox, tablet.kept, async () => {
    const waiting = (await tablet.outbox.filter((row) => row.event.body.kind === 'reference-taken').toArray()).flatMap(
      (row) => row.streams,
    );
    const before = await tablet.runs.get(cable.cable);
    const here = (before?.references ?? []).filter((reference) => waiting.includes(reference) && !references.includes(reference));
    const run: RunHere = { ...told, id: cable.cable, job: cable.job, run: cable, references: [...references, ...here] };
    if (JSON.stringify(run) === JSON.stringify(before)) return;
    await tablet.runs.put(run);
    await countChange();
  });
}

interface Device {
  device: string;
  sequence: number;
  ms: number;
  count: number;
}

/** Which tablet this is, and how far it has counted. */
export async function deviceOf(): Promise<Device> {
  return (
    (await recall<Device>('device')) ??
    // Whoever asks at the same moment is given the same.
    tablet.transaction('rw', tablet.kept, async () => {
      const known = await recall<Device>('device');
      const made = known ?? { device: uuid7(), sequence: 0, ms: 0, count: 0 };
      if (!known) await keep('device', made);
      return made;
    })
  );
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

/** The day that it is where the tablet is: 2026-11-24. */
export const today = (now = new Date()): string => nowWithOffset(now).slice(0, 10);

/** This moment with the tablet's own offset from UTC: 2026-11-24T09:05:00.000-04:00. */
export function nowWithOffset(now = new Date()): string {
  const offset = -now.getTimezoneOffset();
  const two = (n: number) => String(Math.trunc(Math.abs(n))).padStart(2, '0');
  const local = new Date(now.getTime() + offset * 60_000).toISOString().slice(0, -1);
  return `${local}${offset < 0 ? '-' : '+'}${two(offset / 60)}:${two(offset % 60)}`;
}
