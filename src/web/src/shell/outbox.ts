import { liveQuery } from 'dexie';
import { useEffect, useState } from 'react';
import { api, got, keepForgeryToken } from '../api/client';
import type { Act, BenchEvent } from '../core/core';
import { keep, nowWithOffset, recall, tablet, uuid7 } from './tablet';

const delivery = 100;
let sending = false;

/** Makes an event and puts it into the outbox as one act: two taps, or two open pages, never share a sequence number. */
export async function record(termination: string, actor: string, make: (stamp: Record<string, string>) => Act): Promise<Act> {
  const act = await tablet.transaction('rw', tablet.outbox, tablet.kept, async () => {
    const me = (await recall<{ device: string; sequence: number; ms: number; count: number }>('device')) ?? {
      device: uuid7(),
      sequence: 0,
      ms: 0,
      count: 0,
    };
    const made = make({
      id: uuid7(),
      device: me.device,
      sequence: String(me.sequence + 1),
      at: nowWithOffset(),
      nowMs: String(Date.now()),
      seenMs: String(me.ms),
      seenCount: String(me.count),
      actor,
    });
    if ('event' in made) {
      const { milliseconds, count } = made.event.clock;
      await keep('device', { device: me.device, sequence: me.sequence + 1, ms: milliseconds, count });
      await tablet.outbox.add({ sequence: me.sequence + 1, event: made.event, termination });
    }
    return made;
  });
  void send();
  return act;
}

/** Sends what waits, in order; stops at the first silence of the network and tries again later. */
export async function send(): Promise<void> {
  if (sending) return;
  sending = true;
  try {
    for (;;) {
      const waiting = (await tablet.outbox.orderBy('sequence').toArray()).filter((w) => !w.refused).slice(0, delivery);
      if (waiting.length === 0) return;
      const session = await got(api.GET('/api/v1/session'));
      keepForgeryToken(session.forgery);
      if (!session.person) return;
      const answers = await got(api.POST('/api/v1/events', { body: waiting.map((w) => w.event) as never }));
      for (const [index, answer] of answers.entries()) await settle(waiting[index]!.sequence, waiting[index]!.event, answer);
    }
  } catch {
    // The network or the server is away: everything stays in the outbox for the next try.
  } finally {
    sending = false;
  }
}

async function settle(sequence: number, event: BenchEvent, answer: { status: number; says?: string | null }) {
  await tablet.transaction('rw', tablet.outbox, tablet.strands, async () => {
    if (answer.status >= 300) {
      await tablet.outbox.update(sequence, { refused: answer.says ?? String(answer.status) });
      return;
    }
    for (const { termination } of event.strands) {
      await tablet.strands.where({ termination }).modify((strand) => {
        const known = strand.events as unknown as BenchEvent[];
        if (!known.some((e) => e.id === event.id)) known.push(event);
      });
    }
    await tablet.outbox.delete(sequence);
  });
}

export function startSending() {
  window.addEventListener('online', () => void send());
  window.setInterval(() => void send(), 3_000);
  void send();
}

/** How many events wait here, and how many were refused. */
export function useOutbox(): { waiting: number; refused: number } {
  const [counts, setCounts] = useState({ waiting: 0, refused: 0 });
  useEffect(() => {
    const watch = liveQuery(() => tablet.outbox.toArray()).subscribe((rows) => {
      const refused = rows.filter((r) => r.refused).length;
      setCounts({ waiting: rows.length - refused, refused });
    });
    return () => watch.unsubscribe();
  }, []);
  return counts;
}
