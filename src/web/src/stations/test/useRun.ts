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
  const latest = useRef<RunShown>(undefined);
  const reading = useRef<Promise<boolean>>(Promise.resolve(true));
  const show = useCallback(
    () =>
      runOf(cable, looked.current)
        .then((run) => {
          latest.current = run;
          if (run) setShown(run);
          else setFault(say('run.not-here'));
        })
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
    return done.isDone;
  };
  /**
   * Keeps what was typed for the reading whose turn it is. Whoever types faster than that types the next one already: it waits until its turn has come. After
   * one that was refused, nothing is kept that was typed behind it.
   */
  const read = (typed: string, isPower: boolean): Promise<boolean> => {
    const mine = reading.current.then(async (isKept) => {
      const key = latest.current?.view.now?.key;
      if (!isKept || !key || !(await act({ kind: 'read', key, read: typed, isPower }))) return false;
      looked.current = { after: key };
      setLook(looked.current);
      await show();
      return true;
    });
    reading.current = mine;
    // The next one begins anew.
    void mine.then(() => reading.current === mine && (reading.current = Promise.resolve(true)));
    return mine;
  };
  const turnTo = (held: RunKey) => {
    setSays('');
    looked.current = { held };
    setLook(looked.current);
    // What is typed next belongs to the reading that was picked, however soon it is typed.
    reading.current = reading.current.then(show).then(() => true);
  };
  return { shown, fault, says, act, read, turnTo, judge: (read: RunDeed) => judgeInRun(cable, read) };
}
