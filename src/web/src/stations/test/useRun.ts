import { liveQuery } from 'dexie';
import { useCallback, useEffect, useRef, useState } from 'react';
import { bringRun, doInRun, judgeInRun, runOf } from '../../core/bench';
import type { RunDeed, RunKey } from '../../core/core';
import type { RunLook, RunShown } from '../../core/runHere';
import { watchJob } from '../../shell/live';
import { whyNotKept } from '../../shell/record';
import { fetchRun } from '../../shell/strands';
import { changesOf } from '../../shell/tablet';
import { say } from '../../shell/words';

/** Many readings may come from another tablet at once: they are fetched together. */
const togetherMs = 1_000;

/** A cable's test run, here and as others change it. */
export function useRun(cable: string, person: string) {
  const [shown, setShown] = useState<RunShown>();
  const [fault, setFault] = useState('');
  const [says, setSays] = useState('');
  const [look, setLook] = useState<RunLook>({});
  const looked = useRef(look);
  looked.current = look;
  const show = useCallback(
    () =>
      runOf(cable, looked.current)
        .then((run) => (run ? setShown(run) : setFault(say('run.not-here'))))
        .catch((error) => setFault(whyNotKept(error))),
    [cable],
  );
  useEffect(() => {
    let changes: { unsubscribe(): void } | undefined;
    let isLeft = false;
    void bringRun(cable)
      .catch((error) => setFault(whyNotKept(error)))
      .then(() => {
        if (!isLeft) changes = liveQuery(changesOf).subscribe(() => void show());
      });
    return () => {
      isLeft = true;
      changes?.unsubscribe();
    };
  }, [cable, show]);
  const isThere = !!shown;
  useEffect(() => {
    if (isThere) void show();
  }, [look, show, isThere]);
  const job = shown?.run.job;
  useEffect(() => {
    if (!job) return;
    let later = 0;
    const stop = watchJob(job, () => {
      later ||= window.setTimeout(() => {
        later = 0;
        void fetchRun(cable).catch(() => undefined);
      }, togetherMs);
    });
    return () => {
      window.clearTimeout(later);
      stop();
    };
  }, [job, cable]);
  const act = async (deed: RunDeed): Promise<boolean> => {
    const done = await doInRun(cable, deed, person).catch((error) => ({ isDone: false, says: whyNotKept(error) }));
    setSays(done.says);
    if (done.isDone && deed.kind === 'read') setLook({ after: deed.key });
    return done.isDone;
  };
  const turnTo = (held: RunKey) => {
    setSays('');
    setLook({ held });
  };
  return { shown, fault, says, act, turnTo, judge: (read: RunDeed) => judgeInRun(cable, read) };
}
