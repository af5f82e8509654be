import { describe, expect, test } from 'vitest';
import { find, itemsOf } from '../src/stations/proof/ladderRows';
import { groupsOf, type StoryLine } from '../src/stations/proof/storyGroups';

const end = (label: string, bucket = 'planned', attempt = 0) => ({ label, bucket, attempt });
const row = (strand: number, near = 'planned') => ({
  strand,
  group: { number: Math.ceil(strand / 12), color: { name: 'blue' } },
  near: end(`PH1-A:${String(strand).padStart(2, '0')}`, near),
  far: end(`CS2-B:${String(strand).padStart(2, '0')}`),
});
const cable = (grouping: string, rows: object[]) => ({ grouping, rows }) as never;

describe('the rows of a ladder', () => {
  test('each dozen stands under its tube, and a filter keeps only the tubes that it shows', () => {
    const rows = Array.from({ length: 24 }, (_, at) => row(at + 1, at === 20 ? 'trouble' : 'planned'));
    expect(
      itemsOf(cable('tube', rows), 'all').map((item) => ('group' in item ? `tube ${item.group.number}` : item.row.strand)),
    ).toEqual([
      'tube 1',
      ...rows.slice(0, 12).map((each) => each.strand),
      'tube 2',
      ...rows.slice(12).map((each) => each.strand),
    ]);
    expect(itemsOf(cable('tube', rows), 'trouble')).toMatchObject([{ group: { number: 2 } }, { row: { strand: 21 } }]);
    expect(itemsOf(cable('none', rows), 'all')).toHaveLength(24);
  });

  test('a strand’s number and a whole label come before a label that only holds the text', () => {
    const items = itemsOf(cable('none', [row(1), row(2), row(12)]), 'all');
    expect(find(items, '2')).toBe(1);
    expect(find(items, 'cs2-b:12')).toBe(2);
    expect(find(items, 'b:1')).toBe(2);
    expect([find(items, ''), find(items, 'nothing')]).toEqual([-1, -1]);
  });
});

describe('a story by stages', () => {
  const line = (stage: string | null, some: Partial<StoryLine> = {}) =>
    ({
      event: Math.random().toString(),
      attempt: 1,
      stage,
      effect: 'counts',
      isWork: true,
      grade: null,
      note: '',
      ...some,
    }) as StoryLine;

  test('what belongs to no step stands in the stage that it happened in; a stage that comes again stands again', () => {
    const groups = groupsOf([line('Strip'), line(null), line('Clean'), line('Strip')]);
    expect(groups.map((group) => [group.stage, group.lines.length])).toEqual([
      ['Strip', 2],
      ['Clean', 1],
      ['Strip', 1],
    ]);
  });

  test('another attempt begins anew', () => {
    expect(groupsOf([line('Boot'), line('Boot', { attempt: 2 })]).map((group) => group.attempt)).toEqual([1, 2]);
  });

  test('it is folded only where nothing wants to be read', () => {
    const isQuiet = (some: Partial<StoryLine>) => groupsOf([line('Strip'), line('Strip', some)])[0]!.isQuiet;
    expect(isQuiet({ grade: 'good' })).toBe(true);
    expect(isQuiet({ grade: 'doubtful' })).toBe(false);
    expect(isQuiet({ effect: 'retracted' })).toBe(false);
    expect(isQuiet({ note: 'two oranges' })).toBe(false);
    expect(isQuiet({ sentBy: 'lena' })).toBe(false);
    expect(isQuiet({ isWork: false })).toBe(false);
  });
});
