import { expect, test } from 'vitest';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { KitPart } from '../src/drawing/KitPart';

const line = {
  title: 'boot',
  kind: 'part',
  count: 1,
  setting: null,
  isSetAside: false,
  bore: null,
  length: null,
  among: null,
} as const;
const drawn = (of: object) => renderToStaticMarkup(createElement(KitPart, { line: { ...line, ...of } as never }));
/** The widest that a drawing reaches upward and downward from its middle. */
const height = (svg: string) =>
  Math.max(...[...svg.matchAll(/[VL](?:\d+ )?(\d+(?:\.\d+)?)/g)].map(([, y]) => Math.abs(Number(y) - 16)));

test('a boot for 3 mm is drawn wider than one for 900 µm', () => {
  expect(height(drawn({ shape: 'boot', bore: 3 }))).toBeGreaterThan(height(drawn({ shape: 'boot', bore: 0.9 })));
});

test('a sleeve of 30 mm is drawn longer than one of 27', () => {
  const end = (of: object) => Number(/H(\d+(?:\.\d+)?)/.exec(drawn(of))![1]);
  expect(end({ shape: 'tube', length: 30 })).toBeGreaterThan(end({ shape: 'tube', length: 27 }));
});

test('every shape that a recipe may name is drawn, and a kit from before there were shapes needs none', async () => {
  const { kitShapeValues } = await import('../src/api/schema');
  for (const shape of kitShapeValues) expect(drawn({ shape })).toContain('<path');
  expect(drawn({ shape: null })).toBe('');
});
