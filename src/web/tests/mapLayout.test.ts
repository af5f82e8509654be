import { describe, expect, it } from 'vitest';
import { boxWidth, layoutOf, mapWidth } from '../src/drawing/mapLayout';

const cable = (id: string, near: string, far: string) => ({ id, near, far });
// A hub with eight closets, three of which are joined to each other, and a cable within one closet.
const yard = [
  ...[...Array(8).keys()].map((at) => cable(`H${at}`, 'HUB', `C${at}`)),
  cable('X1', 'C1', 'C2'),
  cable('X2', 'C2', 'C5'),
  cable('S', 'C3', 'C3'),
];

describe('the map of a job', () => {
  const { closets, runs, height } = layoutOf(yard, 34);

  it('gives every cable a place of its own at each closet', () => {
    const ends = [...runs.values()].flatMap(({ x1, y1, x2, y2 }) => [`${x1} ${y1}`, `${x2} ${y2}`]);
    expect(new Set(ends).size).toBe(2 * yard.length);
  });

  it('ends every cable at the edges of its own two closets', () => {
    for (const { id, near, far } of yard) {
      const run = runs.get(id)!;
      const touches = (closet: string, x: number, y: number) => {
        const box = closets.get(closet)!;
        return (x === box.x || x === box.x + boxWidth) && y > box.y && y < box.y + box.height;
      };
      const isFit =
        (touches(near, run.x1, run.y1) && touches(far, run.x2, run.y2)) ||
        (touches(far, run.x1, run.y1) && touches(near, run.x2, run.y2));
      expect(isFit, id).toBe(true);
    }
  });

  it('lays no closet over another, and all of them on the sheet', () => {
    const boxes = [...closets.values()];
    for (const box of boxes) {
      expect(box.x + boxWidth).toBeLessThanOrEqual(mapWidth);
      expect(box.y + box.height).toBeLessThanOrEqual(height);
      for (const other of boxes)
        if (other !== box && other.x === box.x)
          expect(other.y >= box.y + box.height || box.y >= other.y + other.height).toBe(true);
    }
  });

  it('crosses no two cables from one closet to closets of the next column', () => {
    const spokes = [...runs].filter(([id]) => id.startsWith('H')).map(([, run]) => run);
    for (const one of spokes)
      for (const other of spokes) expect((one.y1 - other.y1) * (one.y2 - other.y2)).toBeGreaterThanOrEqual(0);
  });

  it('stands two closets side by side, the near one first', () => {
    const pair = layoutOf([cable('A', 'ONE', 'TWO')], 52);
    expect(pair.closets.get('ONE')!.x).toBe(0);
    expect(pair.closets.get('TWO')!.x).toBe(mapWidth - boxWidth);
  });
});
