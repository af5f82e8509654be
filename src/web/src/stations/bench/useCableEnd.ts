import { liveQuery } from 'dexie';
import { useCallback, useEffect, useState } from 'react';
import { bring, doAtEnd, endOf } from '../../core/bench';
import type { EndShown } from '../../core/benchSession';
import type { EndDeed, Unit } from '../../core/core';
import { watchStrands } from '../../shell/live';
import { whyNotKept } from '../../shell/record';
import { changesOf } from '../../shell/tablet';
import { say } from '../../shell/words';

/** The work card of the cable's end that holds a strand, here and as others change it. */
export function useCableEnd(termination: string, unit: Unit, person: string) {
  const [shown, setShown] = useState<EndShown>();
  const [fault, setFault] = useState('');
  const [says, setSays] = useState('');
  const show = useCallback(
    () =>
      endOf(termination, unit)
        .then((end) => (end ? setShown(end) : setFault(say('bench.no-strand'))))
        .catch((error) => setFault(whyNotKept(error))),
    [termination, unit],
  );
  useEffect(() => {
    let changes: { unsubscribe(): void } | undefined;
    let isLeft = false;
    void bring([termination])
      .catch((error) => setFault(whyNotKept(error)))
      .then(() => {
        if (!isLeft) changes = liveQuery(changesOf).subscribe(() => void show());
      });
    return () => {
      isLeft = true;
      changes?.unsubscribe();
    };
  }, [termination, show]);
  const end = shown?.strand.cableEnd;
  useEffect(() => (end ? watchStrands([end]) : undefined), [end]);
  const act = async (deed: EndDeed) => {
    const done = await doAtEnd(termination, unit, deed, person).catch((error) => ({ isDone: false, says: whyNotKept(error) }));
    setSays(done.says);
  };
  return { shown, fault, says, act };
}
