import { liveQuery } from 'dexie';
import { useEffect, useState } from 'react';
import { api, got, keepForgeryToken, Refusal, type Schemas } from '../api/client';
import type { Act } from '../core/core';
import { say } from './words';
import { deviceOf, introduce, signatureOf } from './signing';
import {
  countChange,
  keep,
  keepEvents,
  nowWithOffset,
  subjectsOf,
  tablet,
  uuid7,
  type KeptPicture,
  type Waiting,
} from './tablet';

const delivery = 100;
let sending: Promise<void> | undefined;

/**
 * Makes events and puts them into the outbox as one act: two taps, or two open pages, never share a sequence number.
 * @param most how many events the act may come to
 * @param make makes them on what the tablet holds at that moment
 * @param whenKept is told how often what the tablet holds has changed, this act included
 */
export async function record(
  most: number,
  actor: string,
  make: (stamp: Record<string, string>) => Promise<Act>,
  whenKept: (changes: number) => void = () => undefined,
): Promise<Act> {
  let changes: number | undefined;
  const act = await tablet.transaction('rw', tablet.outbox, tablet.kept, tablet.events, tablet.strands, async () => {
    const me = await deviceOf();
    const isWaiting = !!(await tablet.outbox.filter((row) => !row.refused).first());
    const made = await make({
      ids: Array.from({ length: most }, () => uuid7()).join(' '),
      device: me.device,
      sequence: String(me.sequence + 1),
      at: nowWithOffset(),
      nowMs: String(Date.now()),
      seenMs: String(me.ms),
      seenCount: String(me.count),
      waiting: isWaiting ? '1' : '0',
      actor,
    });
    const last = 'events' in made ? made.events.at(-1) : undefined;
    if (last && 'events' in made) {
      await keep('device', { device: me.device, sequence: last.sequence, ms: last.clock.milliseconds, count: last.clock.count });
      await tablet.outbox.bulkAdd(
        made.events.map((event, index) => ({
          sequence: event.sequence,
          event,
          streams: subjectsOf(event),
          text: made.texts[index],
        })),
      );
      changes = await countChange();
    }
    return made;
  });
  if (changes !== undefined) whenKept(changes);
  void send();
  return act;
}

/** Signs what its maker, who is at the tablet, has not signed yet. */
export async function signWaiting(): Promise<void> {
  for (const row of await tablet.outbox.filter((each) => !!each.text && !each.signature).toArray()) {
    const signature = await signatureOf(row.event.actor, row.text!);
    if (signature) await tablet.outbox.update(row.sequence, { signature, text: undefined });
  }
}

/** Why the tablet could not keep something, so that a person can do something about it. */
export function whyNotKept(error: unknown): string {
  const { name, inner, failures } = (error ?? {}) as { name?: string; inner?: Error; failures?: Error[] };
  const names = [name, inner?.name, ...(failures ?? []).flatMap((each) => [each.name, (each as { inner?: Error }).inner?.name])];
  return names.includes('QuotaExceededError')
    ? say('tablet.full')
    : say('bench.not-kept', { why: (error as Error)?.message ?? String(error) });
}

/** Keeps a picture until the server holds it. Kept before the event that names it, so that it is never named in vain. */
export async function keepPicture(termination: string, hash: string, file: Blob) {
  await tablet.pictures.put({ hash, termination, file });
}

/** Sends what waits, in order; stops at the first silence of the network and tries again later. */
export async function send(): Promise<void> {
  // What is under way may have begun before one's own was recorded: whoever waits for it to be sent waits for both.
  while (sending) await sending;
  sending = deliverAll();
  await sending;
}

async function deliverAll(): Promise<void> {
  try {
    while ((await isSignedIn()) && (await sendSome())) {
      // The next delivery.
    }
  } catch {
    // The network or the server is away: everything stays in the outbox for the next try.
  } finally {
    sending = undefined;
  }
}

const waitingEvents = async () => (await tablet.outbox.orderBy('sequence').toArray()).filter((w) => !w.refused);
const waitingPictures = async () => (await tablet.pictures.toArray()).filter((picture) => !picture.refused);

// Asks who is signed in only when there is something to send.
async function isSignedIn(): Promise<boolean> {
  if ((await waitingEvents()).length + (await waitingPictures()).length === 0) return false;
  const session = await got(api.GET('/api/v1/session'));
  keepForgeryToken(session.forgery);
  if (session.person) await introduce();
  return !!session.person;
}

// One delivery of events, and after the last of them one picture. False when nothing was left.
async function sendSome(): Promise<boolean> {
  await signWaiting();
  const waiting = (await waitingEvents()).slice(0, delivery);
  if (waiting.length > 0) {
    const body = waiting.map(({ event, signature }) => (signature ? { ...event, signature } : event));
    const answers = await got(api.POST('/api/v1/events', { body }));
    for (const [index, answer] of answers.entries()) await settle(waiting[index]!, answer);
    return true;
  }
  const picture = (await waitingPictures())[0];
  if (!picture) return false;
  await sendPicture(picture);
  return true;
}

async function sendPicture({ termination, hash, file }: KeptPicture) {
  try {
    await got(
      api.PUT('/api/v1/terminations/{id}/pictures/{hash}', {
        params: { path: { id: termination, hash } },
        body: '',
        bodySerializer: () => file,
        headers: { 'content-type': 'application/octet-stream' },
      }),
    );
    await tablet.pictures.delete([termination, hash]);
  } catch (fault) {
    if (!(fault instanceof Refusal) || fault.status >= 500) throw fault;
    await tablet.pictures.update([termination, hash], { refused: fault.message });
  }
}

async function settle({ sequence, event }: Waiting, answer: Schemas['EventAnswer']) {
  await tablet.transaction('rw', tablet.outbox, tablet.events, tablet.kept, async () => {
    if (answer.status >= 300) {
      await tablet.outbox.update(sequence, { refused: answer.says ?? String(answer.status) });
      await countChange();
      return;
    }
    await keepEvents([{ ...event, receipt: answer.receipt }]);
    await tablet.outbox.delete(sequence);
  });
}

export function startSending() {
  window.addEventListener('online', () => void send());
  window.setInterval(() => void send(), 3_000);
  void send();
}

/** What waits here, and what was refused and why. */
export function useOutbox(): { waiting: Waiting[]; refused: Waiting[]; pictures: KeptPicture[] } {
  const [rows, setRows] = useState<Waiting[]>([]);
  const [pictures, setPictures] = useState<KeptPicture[]>([]);
  useEffect(() => {
    const watches = [
      liveQuery(() => tablet.outbox.orderBy('sequence').toArray()).subscribe(setRows),
      liveQuery(() => tablet.pictures.toArray()).subscribe(setPictures),
    ];
    return () => watches.forEach((watch) => watch.unsubscribe());
  }, []);
  return { waiting: rows.filter((row) => !row.refused), refused: rows.filter((row) => row.refused), pictures };
}
