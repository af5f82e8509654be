import type { Strand } from '../shell/tablet';
import type { BatchChange, BatchView } from './core';

/** What the bench's worker tells the page: a {@link BatchChange} in JSON, and the strands when they are others than before; or why there is nothing. */
export type Told = { change: string; strands?: Strand[] } | { fault: string };

/** A batch as the page shows it. */
export interface Shown {
  strands: Strand[];
  view: BatchView;
}

/** Puts what changed into what was shown before: what is as it was is the same object, so that nothing is drawn anew for it. */
export class ShownBatch {
  private readonly rows = new Map<string, BatchView['queue'][number]>();
  private line: NonNullable<BatchView['bench']>['line'];
  private strands: Strand[] = [];

  with({ change: json, strands }: Exclude<Told, { fault: string }>): Shown {
    const { rows, queue, isSameLine, ...change }: BatchChange = JSON.parse(json);
    for (const row of rows) this.rows.set(row.termination, row);
    const view: BatchView = { ...change, queue: queue.map((strand) => this.rows.get(strand)!) };
    if (view.bench && isSameLine) view.bench.line = this.line;
    this.line = view.bench?.line;
    if (strands) this.strands = strands;
    return { strands: this.strands, view };
  }
}
