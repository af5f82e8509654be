import { liveQuery } from 'dexie';
import { useEffect, useState } from 'react';
import { bringGear, viewGear } from '../core/bench';
import type { GearShown } from '../core/gearSession';
import { watchGear } from '../shell/live';
import { whyNotKept } from '../shell/record';
import { changesOf } from '../shell/tablet';

/** The crew's tools and lots as this tablet knows them: fetched first, and shown anew whenever the tablet comes to hold something else. */
export function useGear(person: string): { kit?: GearShown; fault: string } {
  const [kit, setKit] = useState<GearShown>();
  const [fault, setFault] = useState('');
  useEffect(() => {
    let isGone = false;
    const look = () =>
      viewGear(person).then(
        (shown) => !isGone && setKit(shown),
        (error) => !isGone && setFault(whyNotKept(error)),
      );
    void bringGear().then(look, look);
    const watch = liveQuery(changesOf).subscribe({ next: () => void look() });
    const unheard = watchGear(() => void bringGear());
    return () => {
      isGone = true;
      unheard();
      watch.unsubscribe();
    };
  }, [person]);
  return { kit, fault };
}
