import type { ProxyMarked, Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { actInRun, answered, bringRun, openRun } from '../../core/bench';
import type { RunDeed, RunKey } from '../../core/core';
import type { RunSession } from '../../core/runSession';
import { ShownRun, type RunShown, type RunTold } from '../../core/shownRun';
import { watchJob } from '../../shell/live';
import { whyNotKept } from '../../shell/record';
import { fetchRun } from '../../shell/strands';

/** Many readings may come from another tablet at once: they are fetched together. */
const togetherMs = 1_000;

/** A cable's test run, here and as others change it. */
export function useRun(cable: string, person: string) {
  const [shown, setShown] = useState<RunShown>();
  const [fault, setFault] = useState('');
  const [says, setSays] = useState('');
  const session = useRef<Remote<RunSession & ProxyMarked>>(undefined);
  const merged = useRef(new ShownRun());
  const latest = useRef<RunShown>(undefined);
  const reading = useRef<Promise<boolean>>(Promise.resolve(true));
  const show = useCallback((told?: RunTold) => {
    if (!told) return;
    if ('fault' in told) return setFault(told.fault);
    latest.current = merged.current.with(told);
    setShown(latest.current);
  }, []);
  useEffect(() => {
    let isLeft = false;
    merged.current = new ShownRun();
    void (async () => {
      try {
        await bringRun(cable);
        if (isLeft) return;
        const opened = await openRun(cable, (told) => !isLeft && show(told));
        if (isLeft) return opened.close();
        session.current = opened;
      } catch (error) {
        setFault(whyNotKept(error));
      }
    })();
    return () => {
      isLeft = true;
      void session.current?.close();
      session.current = undefined;
    };
  }, [cable, show]);
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
  const act = useCallback(
    async (deed: RunDeed): Promise<boolean> => {
      if (!session.current) return false;
      const acted = await actInRun(session.current, deed, person).catch((error) => ({
        isDone: false,
        says: whyNotKept(error),
        told: undefined,
      }));
      setSays(acted.says);
      show(acted.told);
      return acted.isDone;
    },
    [person, show],
  );
  /**
   * Keeps what was typed for the reading whose turn it is. Whoever types faster than that types the next one already: it waits until its turn has come. After
   * one that was refused, nothing is kept that was typed behind it.
   */
  const read = useCallback(
    (typed: string, isPower: boolean): Promise<boolean> => {
      const mine = reading.current.then(async (isKept) => {
        const key = latest.current?.view.now?.key;
        return isKept && !!key && (await act({ kind: 'read', key, read: typed, isPower }));
      });
      reading.current = mine;
      // The next one begins anew.
      void mine.then(() => reading.current === mine && (reading.current = Promise.resolve(true)));
      return mine;
    },
    [act],
  );
  const turnTo = useCallback(
    (held: RunKey) => {
      setSays('');
      const turned = async () => {
        if (session.current) show(await answered<RunTold>(session.current.turnTo(held, Date.now()) as Promise<RunTold>));
        return true;
      };
      // What is typed next belongs to the reading that was picked, however soon it is typed.
      reading.current = reading.current.then(turned);
    },
    [show],
  );
  const judge = useCallback(async (typed: RunDeed) => session.current && answered(session.current.judge(typed, Date.now())), []);
  return { shown, fault, says, act, read, turnTo, judge };
}
