import type { Act } from '../core/core';
import { countChange, deviceOf, keep, nowWithOffset, subjectsOf, tablet, uuid7 } from './tablet';
import { say } from './words';

/**
 * Makes events and puts them into the outbox as one act: two taps, or two open pages, never share a sequence number.
 * @param most how many events the act may come to
 * @param now milliseconds by the clock of the page where it is done
 * @param make makes them on what the tablet holds at that moment
 * @param whenKept is told how often what the tablet holds has changed, this act included
 */
export async function record(
  most: number,
  actor: string,
  now: number,
  make: (stamp: Record<string, string>) => Promise<Act>,
  whenKept: (changes: number) => void = () => undefined,
): Promise<Act> {
  let changes: number | undefined;
  const act = await tablet.transaction('rw', tablet.outbox, tablet.kept, tablet.events, tablet.strands, tablet.runs, async () => {
    const me = await deviceOf();
    const isWaiting = !!(await tablet.outbox.filter((row) => !row.refused).first());
    const made = await make({
      ids: Array.from({ length: most }, () => uuid7(now)).join(' '),
      device: me.device,
      sequence: String(me.sequence + 1),
      at: nowWithOffset(new Date(now)),
      nowMs: String(now),
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
  return act;
}

/** Why the tablet could not keep something, so that a person can do something about it. */
export function whyNotKept(error: unknown): string {
  const { name, inner, failures } = (error ?? {}) as { name?: string; inner?: Error; failures?: Error[] };
  const names = [name, inner?.name, ...(failures ?? []).flatMap((each) => [each.name, (each as { inner?: Error }).inner?.name])];
  return names.includes('QuotaExceededError')
    ? say('tablet.full')
    : say('bench.not-kept', { why: (error as Error)?.message ?? String(error) });
}
