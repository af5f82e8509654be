import { describe, expect, test } from 'vitest';
import type { Schemas } from '../src/api/client';
import { withGear, withoutGear } from '../src/parts/inHand';

const line = (gear: string, id: string, setting: string | null = null) =>
  ({ id, card: { gear, name: id, code: id, crew: 'c', setting } }) as Schemas['GearLine'];
const session = (...inHand: Schemas['GearInHand'][]) => ({ session: 's', inHand }) as Schemas['WorkSessionState'];

describe('what is in hand', () => {
  const all = [line('cleaver', 'one'), line('cleaver', 'two'), line('film', 'coarse', '3'), line('film', 'fine', '1')];

  test('another tool of the same kind takes the place of the one before', () => {
    const held = session({ gear: 'cleaver', id: 'one', setting: null });
    expect(withGear(held, all[1]!, all)).toEqual([{ gear: 'cleaver', id: 'two', setting: null }]);
  });

  test('films of two grits are in hand at once, and another of a grit takes the place of that one', () => {
    const held = session({ gear: 'film', id: 'coarse', setting: '3' });
    const both = withGear(held, all[3]!, all);
    expect(both.map((gear) => gear.id)).toEqual(['coarse', 'fine']);
    const further = [...all, line('film', 'next', '3')];
    expect(withGear(session(...both), further[4]!, further).map((gear) => gear.id)).toEqual(['fine', 'next']);
  });

  test('what is put down is in hand no more', () => {
    expect(withoutGear(session({ gear: 'cleaver', id: 'one', setting: null }), 'one')).toEqual([]);
    expect(withoutGear({ session: 's' } as Schemas['WorkSessionState'], 'one')).toEqual([]);
  });
});
