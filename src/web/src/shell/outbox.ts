import Dexie, { liveQuery, type Table } from 'dexie';
import { useEffect, useState } from 'react';
import { api, forgeryToken, got, keepForgeryToken, Refusal, type Schemas } from '../api/client';
import { introduce, signatureOf } from './signing';
import { countChange, keepTaken, tablet, type KeptPicture, type Waiting } from './tablet';

const delivery = 100;
let sending: Promise<void> | undefined;

/** Signs what its maker, who is at the tablet, has not signed yet. */
export async function signWaiting(): Promise<void> {
  await signed(await tablet.outbox.filter((each) => !!each.text && !each.signature).toArray());
}

/** These rows with the signatures that could be made now. Each is kept: what is sent again after a silence is then the same to the letter. */
async function signed(rows: Waiting[]): Promise<Waiting[]> {
  const made: Waiting[] = [];
  for (const row of rows.filter((each) => !!each.text && !each.signature)) {
    const signature = await signatureOf(row.event.actor, row.text!);
    if (signature) made.push({ ...row, signature, text: undefined });
  }
  if (made.length === 0) return rows;
  await tablet.outbox.bulkUpdate(made.map(({ sequence: key, signature, text }) => ({ key, changes: { signature, text } })));
  const bySequence = new Map(made.map((row) => [row.sequence, row]));
  return rows.map((row) => bySequence.get(row.sequence) ?? row);
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
    let next = await nextToSend();
    while (next && (await isSignedIn())) {
      if (next.events.length > 0) await sendEvents(next.events);
      else await sendPicture(next.picture!);
      takenBy = forgeryToken();
      next = await nextToSend();
    }
  } catch {
    // The network or the server is away, or whoever was signed in is not: everything stays in the outbox for the next try.
    takenBy = undefined;
  } finally {
    sending = undefined;
  }
}

interface Delivery {
  events: Waiting[];
  picture?: KeptPicture;
}

/** One delivery of events, and after the last of them one picture. */
const nextToSend = (): Promise<Delivery | undefined> =>
  tablet.transaction('r', tablet.outbox, tablet.pictures, async () => {
    const events = await tablet.outbox
      .orderBy('sequence')
      .filter((row) => !row.refused)
      .limit(delivery)
      .toArray();
    if (events.length > 0) return { events };
    const picture = await tablet.pictures.filter((each) => !each.refused).first();
    return picture && { events, picture };
  });

/** The forgery token of the session in which the server took what was sent last; undefined where nothing was, or the last was refused as a whole. */
let takenBy: string | undefined;

// Asks who is signed in only when there is something to send, and once a session.
async function isSignedIn(): Promise<boolean> {
  if (takenBy !== undefined && takenBy === forgeryToken()) return true;
  const session = await got(api.GET('/api/v1/session'));
  keepForgeryToken(session.forgery);
  if (session.person) await introduce();
  return !!session.person;
}

async function sendEvents(events: Waiting[]): Promise<void> {
  const rows = await signed(events);
  const body = rows.map(({ event, signature }) => (signature ? { ...event, signature } : event));
  const answers = await got(api.POST('/api/v1/events', { body }));
  await tablet.transaction('rw', tablet.outbox, tablet.events, tablet.kept, async () => {
    for (const [index, answer] of answers.entries()) await settle(rows[index]!, answer);
  });
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
  if (answer.status >= 300) {
    await tablet.outbox.update(sequence, { refused: answer.says ?? String(answer.status) });
    await countChange();
  } else {
    await keepTaken({ ...event, receipt: answer.receipt });
    await tablet.outbox.delete(sequence);
  }
}

export function startSending() {
  window.addEventListener('online', () => void send());
  window.setInterval(() => void send(), 3_000);
  void send();
}

/** How long after a change what waits is counted: a tap's own screen comes first. */
const countAfterMs = 120;

const waitingHearers = new Set<() => void>();

/** Something was done here and waits: said with the screen that shows it, before it is counted. Never does it say that all is sent while it is not. */
export const tellWaiting = () => waitingHearers.forEach((hear) => hear());

const countOutbox = (): Promise<{ waiting: number; refused: number }> =>
  tablet.transaction('r', tablet.outbox, tablet.pictures, async () => {
    const tables = [tablet.outbox, tablet.pictures] as Table[];
    const sum = (counts: number[]) => counts.reduce((all, count) => all + count, 0);
    const all = sum(await Promise.all(tables.map((table) => table.count())));
    const refused = sum(await Promise.all(tables.map((table) => table.where('refused').above('').count())));
    return { waiting: all - refused, refused };
  });

/** How many events and pictures wait here, and how many were refused. */
export function useOutboxCount(): { waiting: number; refused: number } {
  const [count, setCount] = useState({ waiting: 0, refused: 0 });
  useEffect(() => {
    let later = 0;
    const look = () => {
      later = 0;
      void countOutbox().then(setCount, () => undefined);
    };
    const hear = () => (later ||= window.setTimeout(look, countAfterMs));
    const tell = () => setCount((before) => (before.waiting > 0 ? before : { ...before, waiting: 1 }));
    look();
    Dexie.on('storagemutated', hear);
    waitingHearers.add(tell);
    return () => {
      Dexie.on('storagemutated').unsubscribe(hear);
      waitingHearers.delete(tell);
      window.clearTimeout(later);
    };
  }, []);
  return count;
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
