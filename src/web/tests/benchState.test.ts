import { expect, test } from 'vitest';
import { begun, benchReducer, type BenchAction } from '../src/stations/bench/benchState';

const after = (...actions: BenchAction[]) => actions.reduce(benchReducer, begun('stage-by-stage', 'every-step'));

test('another step forgets what was said of the one before, and nothing else', () => {
  const state = after({ kind: 'aid' }, { kind: 'said', says: 'too short' }, { kind: 'picked', finding: 2 }, { kind: 'moved' });
  expect(state).toMatchObject({ says: '', picked: undefined, isAidShown: true });
});

test('one thing lies over the bench at a time', () => {
  expect(after({ kind: 'opened', what: 'batch' }, { kind: 'opened', what: 'undo' }).over).toEqual({ kind: 'undo' });
  expect(after({ kind: 'opened', what: 'undo' }, { kind: 'closed' }).over).toEqual({ kind: 'nothing' });
});

test('whose technique is asked only where there are several crews, and answered closes the question', () => {
  const crews = [{ id: 'h', name: 'Heron' }] as never;
  expect(after({ kind: 'asked', crews }).over.kind).toBe('crews');
  expect(after({ kind: 'asked', crews }, { kind: 'asked', crews: [] }).over).toEqual({ kind: 'nothing' });
});

test('the pace goes round', () => {
  expect(after({ kind: 'paced' }).pace).toBe('strand-by-strand');
  expect(after({ kind: 'paced' }, { kind: 'paced' }).pace).toBe('what-now');
  expect(after({ kind: 'paced' }, { kind: 'paced' }, { kind: 'paced' }).pace).toBe('stage-by-stage');
});

test('how much a card tells goes back and forth, and leaves the pace as it is', () => {
  expect(after({ kind: 'guided' })).toMatchObject({ guidance: 'checkpoints', pace: 'stage-by-stage' });
  expect(after({ kind: 'guided' }, { kind: 'guided' }).guidance).toBe('every-step');
});
