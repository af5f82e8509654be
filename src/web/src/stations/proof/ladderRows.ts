import type { Schemas } from '../../api/client';
import { isIn } from '../../drawing/buckets';
import { say } from '../../shell/words';

export type End = Schemas['StrandEnd'];
export type Row = Schemas['StrandRow'];

export const shows = ['all', 'open', 'trouble', 'done', 'reworked'] as const;
export type Shows = (typeof shows)[number];

/** Which ends a filter shows, by the bucket that the core put them in. */
export const holds: Record<Shows, (end: End) => boolean> = {
  all: () => true,
  open: (end) => isIn('open', end.bucket),
  trouble: (end) => isIn('help', end.bucket),
  done: (end) => isIn('done', end.bucket),
  reworked: (end) => end.attempt > 1,
};

/** What stands in the list: a strand, or the tube or ribbon whose strands follow. */
export type Item = { group: Schemas['StrandGroup'] } | { row: Row };

/** The strands that a filter shows, each dozen under its tube or ribbon where the cable has them. */
export function itemsOf({ rows, grouping }: Schemas['CableStrands'], show: Shows): Item[] {
  const shown = rows.filter((row) => holds[show](row.near) || holds[show](row.far));
  if (grouping === 'none') return shown.map((row) => ({ row }));
  return shown.flatMap((row, at): Item[] =>
    row.group.number === shown[at - 1]?.group.number ? [{ row }] : [{ group: row.group }, { row }],
  );
}

/** How far the strand between its two ends is. */
export function saysOf({ near, far }: Row): string {
  const [isNear, isFar] = [near.bucket === 'rejected', far.bucket === 'rejected'];
  if (isNear || isFar)
    return say(isNear && isFar ? 'ladder.both-rejected' : isNear ? 'ladder.near-rejected' : 'ladder.far-rejected');
  if (holds.done(near) && holds.done(far)) return say('ladder.both-done');
  if (holds.done(near)) return say('ladder.far-open');
  if (holds.done(far)) return say('ladder.near-open');
  return near.attempt + far.attempt > 0 ? say('ladder.under-way') : say('ladder.not-begun');
}

/** Where the strand stands that was typed: its number or a port's whole label, else the first label that holds the text. -1 for none. */
export function find(items: Item[], typed: string): number {
  const text = typed.trim().toLowerCase();
  if (text === '') return -1;
  const at = (fits: (row: Row) => boolean) => items.findIndex((item) => 'row' in item && fits(item.row));
  const whole = at((row) => [String(row.strand), row.near.label, row.far.label].some((each) => each.toLowerCase() === text));
  return whole >= 0 ? whole : at((row) => `${row.near.label} ${row.far.label}`.toLowerCase().includes(text));
}
