import type { Schemas } from '../api/client';

type Session = Schemas['WorkSessionState'];

/** What is in hand without a tool or lot. */
export const withoutGear = (session: Session, id: string): Schemas['GearInHand'][] =>
  (session.inHand ?? []).filter((gear) => gear.id !== id);

/** What is in hand with it: in place of another of its kind, or, of those that tell themselves apart by their setting, of the same setting. */
export const withGear = (
  session: Session,
  gear: Schemas['GearLine'],
  all: readonly Schemas['GearLine'][],
): Schemas['GearInHand'][] => {
  const settingOf = (id: string) => all.find((one) => one.id === id)?.card.setting ?? null;
  const stays = withoutGear(session, gear.id).filter(
    (one) => one.gear !== gear.card.gear || (settingOf(one.id) !== null && settingOf(one.id) !== gear.card.setting),
  );
  return [...stays, { gear: gear.card.gear, id: gear.id, setting: gear.card.setting ?? null }];
};
