import { liveQuery } from 'dexie';
import { useEffect, useRef, useState } from 'react';
import { bringGear, viewReady } from '../../core/bench';
import type { ReadyShown } from '../../core/gearSession';
import { watchGear } from '../../shell/live';
import { changesOf } from '../../shell/tablet';

/** A tap is answered first: the ready check is looked at once the hands are still. */
const stillMs = 400;

/** The ready check of a person's work session for the strands at the bench, and a way to look at it again. */
export function useReady(person: string, strands: readonly string[]): { ready?: ReadyShown; lookAgain: () => void } {
  const again = useRef<() => void>(undefined);
  const [shown, setShown] = useState<ReadyShown>();
  const which = strands.join(' ');
  useEffect(() => {
    if (which === '') return undefined;
    let waiting = 0;
    const look = () => {
      window.clearTimeout(waiting);
      waiting = window.setTimeout(() => void viewReady(person, which.split(' ')).then(setShown, () => undefined), stillMs);
    };
    again.current = look;
    const watch = liveQuery(changesOf).subscribe({ next: look });
    const unheard = watchGear(() => void bringGear().catch(() => undefined));
    return () => {
      window.clearTimeout(waiting);
      unheard();
      watch.unsubscribe();
    };
  }, [person, which]);
  return { ready: shown, lookAgain: () => again.current?.() };
}
