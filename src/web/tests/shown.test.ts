import { expect, test } from 'vitest';
import { ShownBatch } from '../src/core/shown';
import type { Strand } from '../src/shell/tablet';

const row = (termination: string, doing: string) => ({ termination, doing });
const line = { from: 0, to: 40 };

/** A change as the core tells it: the rows that are new, all strands in order, and the bench with or without its line. */
const change = (rows: object[], queue: string[], bench: object | null, isSameLine = false) =>
  JSON.stringify({ rows, queue, focus: queue[0], together: queue, bench, isSameLine });

test('what is as it was is the same object, and what changed is not', () => {
  const batch = new ShownBatch();
  const strands = [{ termination: 'a' }, { termination: 'b' }] as Strand[];
  const before = batch.with({ change: change([row('a', 'strip'), row('b', 'strip')], ['a', 'b'], { line }), strands });
  const after = batch.with({ change: change([row('a', 'cleave')], ['a', 'b'], { line: null }, true) });
  expect(after.view.queue.map((each) => each.doing)).toEqual(['cleave', 'strip']);
  expect(after.view.queue[1]).toBe(before.view.queue[1]);
  expect(after.view.bench!.line).toBe(before.view.bench!.line);
  expect(after.strands).toBe(strands);
});

test('a line that is another takes the place of the one before, and over a batch that is done there is none', () => {
  const batch = new ShownBatch();
  batch.with({ change: change([row('a', 'strip')], ['a'], { line }), strands: [] });
  const other = batch.with({ change: change([], ['a'], { line: { from: 5, to: 9 } }) });
  expect(other.view.bench!.line).toEqual({ from: 5, to: 9 });
  expect(batch.with({ change: change([], ['a'], null) }).view.bench).toBeNull();
});

test('a strand that left the batch is not shown, and comes back as it was told last', () => {
  const batch = new ShownBatch();
  batch.with({ change: change([row('a', 'strip'), row('b', 'strip')], ['a', 'b'], null), strands: [] });
  expect(batch.with({ change: change([], ['b'], null) }).view.queue.map((each) => each.termination)).toEqual(['b']);
  expect(batch.with({ change: change([row('a', 'cure')], ['a', 'b'], null) }).view.queue[0]!.doing).toBe('cure');
});
