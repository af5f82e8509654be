import { expect, test } from 'vitest';
import { ShownRun } from '../src/core/shownRun';
import type { RunHere } from '../src/shell/tablet';

const run = { run: { strands: [{ strand: 1 }, { strand: 2 }] } } as unknown as RunHere;
const view = (rows: object[], taken: number) => JSON.stringify({ rows, tally: { taken } });

test('a row that is as it was is the same object, and the others stand where their strands do', () => {
  const shown = new ShownRun();
  const before = shown.with({ view: view([{ strand: 2 }, { strand: 1 }], 0), run });
  const after = shown.with({ view: view([{ strand: 2, grade: 'pass' }], 1) });
  expect(after.view.rows.map((row) => row.strand)).toEqual([1, 2]);
  expect(after.view.rows[0]).toBe(before.view.rows[0]);
  expect(after.view.rows[1]).toMatchObject({ grade: 'pass' });
  expect(after.view.tally.taken).toBe(1);
  expect(after.run).toBe(run);
});

test('a run that another tablet added a strand to shows it as soon as it is told', () => {
  const shown = new ShownRun();
  shown.with({ view: view([{ strand: 1 }, { strand: 2 }], 0), run });
  const more = { run: { strands: [{ strand: 1 }, { strand: 2 }, { strand: 3 }] } } as unknown as RunHere;
  const after = shown.with({ view: view([{ strand: 3 }], 0), run: more });
  expect(after.view.rows.map((row) => row.strand)).toEqual([1, 2, 3]);
});
