import { useSyncExternalStore } from 'react';

/** Where the work is: the job and cable opened last on this tablet. */
export interface Place {
  job: string;
  jobName: string;
  cable?: string;
  cableName?: string;
}

const store = 'rhabdon-place';
const hearers = new Set<() => void>();
let place: Place | undefined = JSON.parse(localStorage.getItem(store) ?? 'null') ?? undefined;

/** Tells the shell where the work is now. */
export function workAt(now: Place) {
  if (JSON.stringify(now) === JSON.stringify(place)) return;
  place = now;
  localStorage.setItem(store, JSON.stringify(now));
  hearers.forEach((hear) => hear());
}

export const usePlace = () =>
  useSyncExternalStore(
    (hear) => {
      hearers.add(hear);
      return () => hearers.delete(hear);
    },
    () => place,
  );
