import { beforeEach, expect, test, vi } from 'vitest';

const kept = new Map<string, string>();
vi.stubGlobal('localStorage', {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  removeItem: (key: string) => void kept.delete(key),
});
const { forgetKeys, keyOf, remap, usual } = await import('../src/shell/keys');

beforeEach(() => forgetKeys());

test('no two actions have the same key', () => {
  expect(new Set(Object.values(usual)).size).toBe(Object.keys(usual).length);
});

test('a key that someone chose is kept on the tablet, and the usual one is free again', () => {
  expect(remap('next', 'n')).toBe(true);
  expect(keyOf('next')).toBe('n');
  expect(JSON.parse(kept.get('rhabdon-keys')!)).toEqual({ next: 'n' });
  expect(remap('previous', 'ArrowRight')).toBe(true);
});

test.each(['1', '9', 'Tab', 'Escape', ' ', usual.done, usual.aid])('%s belongs to something else', (key) => {
  expect(remap('next', key)).toBe(false);
  expect(keyOf('next')).toBe(usual.next);
});

test('an action may be given the key that it has', () => expect(remap('done', 'Enter')).toBe(true));

test('what was chosen can be forgotten', () => {
  remap('next', 'n');
  forgetKeys();
  expect(keyOf('next')).toBe(usual.next);
  expect(kept.size).toBe(0);
});
