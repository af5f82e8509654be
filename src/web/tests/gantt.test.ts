import { describe, expect, test } from 'vitest';
import type { Schemas } from '../src/api/client';
import { axisOf, rowsOf, snap } from '../src/drawing/ganttRows';

const task = (id: string, room: string, minutes: number, tools: string[] = []) => ({ id, title: id, room, minutes, tools });
const place = (of: string, person: string, start: number) => ({ task: of, person, start });

/** Friday 8:00 to 12:00 and 12:30 to 16:30, then Monday the same: the minutes of DaysTests. */
const view = {
  now: 500,
  end: 4900,
  hours: [
    { from: 480, to: 720 },
    { from: 750, to: 990 },
    { from: 4800, to: 5040 },
    { from: 5070, to: 5310 },
  ],
  people: [
    { id: 'ira', name: 'Ira', away: [{ from: 4320, to: 5760 }], hours: 3 },
    { id: 'lena', name: 'Lena', away: [], hours: 1 },
  ],
  rooms: [
    { id: 'a', name: 'A', site: 'S' },
    { id: 'b', name: 'B', site: 'S' },
  ],
  tools: [{ kind: 'oven', count: 1 }],
  tasks: [task('one', 'a', 60, ['oven']), task('two', 'a', 60), task('three', 'b', 60)],
  placed: [place('one', 'ira', 600), place('two', 'lena', 630), place('three', 'ira', 4800)],
} as unknown as Schemas['DaysView'];

describe('the line of time', () => {
  const axis = axisOf(view, 0, 1);

  test('leaves out nights, breaks and days without work, and what was over before the first hour shown', () => {
    // 8:00 is shown, since it is 8:20: Friday has 480 minutes, Monday begins where they end.
    expect(axis.x(480)).toBe(0);
    expect(axis.x(750)).toBe(240);
    expect(axis.x(4800)).toBe(480);
    expect(axis.width).toBe(960);
    expect(axis.days.map(({ minute, width }) => [minute, width])).toEqual([
      [0, 480],
      [4320, 480],
    ]);
  });

  test('a minute without work lies at the end of the hours before it', () => {
    expect(axis.x(730)).toBe(240);
    expect(axis.x(2000)).toBe(480);
  });

  test('a place on it is the minute that lies there', () => {
    for (const minute of [480, 600, 800, 4900]) expect(axis.minuteAt(axis.x(minute))).toBe(minute);
    expect(axis.minuteAt(-50)).toBe(480);
  });

  test('is as wide as there is room', () => expect(axisOf(view, 1920, 1).width).toBe(1920));
});

describe('the rows', () => {
  test('of people, with when they are away', () => {
    const [ira, lena] = rowsOf(view, 'person');
    expect(ira!.places.map(({ task: { id } }) => id)).toEqual(['one', 'three']);
    expect([ira!.away.length, lena!.places.length, ira!.lanes]).toEqual([1, 1, 1]);
  });

  test('of rooms: what meets there lies in lanes', () => {
    const [a, b] = rowsOf(view, 'room');
    expect([a!.lanes, b!.lanes]).toEqual([2, 1]);
    expect(a!.places.map(({ lane }) => lane)).toEqual([0, 1]);
  });

  test('of tools: what takes one', () => expect(rowsOf(view, 'tool').map(({ places }) => places.length)).toEqual([1]));
});

test('a place is held to steps of five minutes', () => expect([snap(482), snap(483)]).toEqual([480, 485]));
