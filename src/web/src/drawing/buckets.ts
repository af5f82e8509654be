import type { Schemas } from '../api/client';

/** How many ends are in each of the core's buckets. */
export type Ends = Record<string, number>;

type Bucket = Schemas['StrandEnd']['bucket'];

/** What a screen calls done, open and in need of help: groups of the core's buckets, told here for every page. */
export const groups = {
  done: ['verified', 'doubtful'],
  open: ['planned', 'under-way'],
  help: ['trouble', 'look', 'rejected'],
} as const satisfies Record<string, readonly Bucket[]>;

export const isIn = (group: keyof typeof groups, bucket: Bucket): boolean =>
  (groups[group] as readonly Bucket[]).includes(bucket);

/** How many ends of a group there are. */
export const countOf = (ends: Ends, group: keyof typeof groups): number =>
  groups[group].reduce((sum, bucket) => sum + (ends[bucket] ?? 0), 0);

/** The ends of several cables together. */
export function sumOf(cables: readonly { ends: Ends }[]): Ends {
  const all: Ends = {};
  for (const { ends } of cables) for (const [bucket, count] of Object.entries(ends)) all[bucket] = (all[bucket] ?? 0) + count;
  return all;
}
