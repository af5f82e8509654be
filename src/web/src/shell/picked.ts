import { useSyncExternalStore } from 'react';
import type { Schemas } from '../api/client';

type End = Schemas['StrandEnd'];

let picked: readonly End[] = [];
const hearers = new Set<() => void>();

function change(next: readonly End[]) {
  picked = next;
  hearers.forEach((hear) => hear());
}

/** Strands picked to be taken together; they may lie on several cables and ends. */
export const pick = {
  toggle: (end: End) => change(picked.some((p) => p.id === end.id) ? picked.filter((p) => p.id !== end.id) : [...picked, end]),
  add: (ends: End[]) => change([...picked, ...ends.filter((end) => !picked.some((p) => p.id === end.id))]),
  clear: () => change([]),
};

export function usePicked(): readonly End[] {
  return useSyncExternalStore(
    (hear) => {
      hearers.add(hear);
      return () => hearers.delete(hear);
    },
    () => picked,
  );
}
