import { useSyncExternalStore } from 'react';
import type { Unit } from '../core/core';
import type { Look } from '../parts/palette';
import type { Hands } from '../parts/theme';

/** What a person chose for this tablet. */
export interface Tastes {
  look: Look;
  unit: Unit;
  hands: Hands;
}

const hearers = new Set<() => void>();
const of = <T extends string>(name: string, other: T, usual: T): T => (localStorage.getItem(name) === other ? other : usual);
let tastes: Tastes = {
  look: of<Look>('look', 'dark', 'light'),
  unit: of<Unit>('unit', 'in', 'mm'),
  hands: of<Hands>('hands', 'desk', 'gloved'),
};

/** Styles go by the root element's word for look and hands. */
function wear() {
  document.documentElement.dataset.look = tastes.look;
  document.documentElement.dataset.hands = tastes.hands;
}
wear();

export function choose(taste: Partial<Tastes>) {
  tastes = { ...tastes, ...taste };
  for (const [name, value] of Object.entries(taste)) localStorage.setItem(name, value);
  wear();
  hearers.forEach((hear) => hear());
}

export const useTastes = () =>
  useSyncExternalStore(
    (hear) => {
      hearers.add(hear);
      return () => hearers.delete(hear);
    },
    () => tastes,
  );
