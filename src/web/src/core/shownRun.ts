import type { Schemas } from '../api/client';
import type { RunHere } from '../shell/tablet';

/** What the worker tells the page of a test run: a `RunView` in JSON with the rows that changed, and the run when it is another than before; or a fault. */
export type RunTold = { view: string; run?: RunHere } | { fault: string };

/** What the page of a test run shows. */
export interface RunShown {
  run: RunHere;
  view: Schemas['RunView'];
}

/** Puts what changed into what was shown before: a row that is as it was is the same object, so that it is not drawn anew. */
export class ShownRun {
  private readonly rows = new Map<number, Schemas['RunRow']>();
  private run?: RunHere;

  with({ view: json, run }: Exclude<RunTold, { fault: string }>): RunShown {
    const view: Schemas['RunView'] = JSON.parse(json);
    if (run) this.run = run;
    for (const row of view.rows) this.rows.set(row.strand, row);
    return {
      run: this.run!,
      view: { ...view, rows: this.run!.run.strands.flatMap(({ strand }) => this.rows.get(strand) ?? []) },
    };
  }
}
