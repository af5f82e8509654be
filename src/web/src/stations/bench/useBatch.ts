import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { api, got } from '../../api/client';
import { answered, bring, openBench, rememberedBatch, saidCrew, sayStanding, type Session } from '../../core/bench';
import type { FaceSeen, Intent } from '../../core/core';
import type { Done, Look } from '../../core/benchSession';
import { ShownBatch, type Shown, type Told } from '../../core/shown';
import { watchStrands } from '../../shell/live';
import { send, tellWaiting } from '../../shell/outbox';
import { toldOrKept } from '../../shell/tablet';

/** Which strands the bench is opened on: one by itself, or all of a batch. */
export type Opened = { termination: string } | { batch: string };

async function strandsOf(opened: Opened): Promise<string[]> {
  if ('termination' in opened) return [opened.termination];
  const { batch } = opened;
  const here = await rememberedBatch(batch);
  const told = await toldOrKept(`batch told ${batch}`, () =>
    got(api.GET('/api/v1/batches/{id}', { params: { path: { id: batch } } })),
  ).catch((fault) => {
    if (fault instanceof TypeError) return [];
    throw fault;
  });
  return [...new Set([...here, ...told])];
}

/** Strands at the bench. What they have come to is reckoned in the bench's worker; here is what is shown of it. */
export function useBatch(opened: Opened, how: Pick<Look, 'unit' | 'pace' | 'guidance' | 'missing'>, person: string) {
  const { unit, pace, guidance, missing } = how;
  const [shown, setShown] = useState<Shown>();
  const [fault, setFault] = useState('');
  const [session, setSession] = useState<Session>();
  const queries = useQueryClient();
  const where = JSON.stringify(opened);
  const look = useMemo(() => {
    const at = JSON.parse(where) as Opened;
    return { unit, pace, guidance, missing, person, batch: 'batch' in at ? at.batch : undefined };
  }, [unit, pace, guidance, missing, person, where]);
  const first = useRef(look);
  const batch = useRef(new ShownBatch());
  const show = useCallback((told: Told | undefined) => {
    if (told && 'fault' in told) setFault(told.fault);
    else if (told) {
      const shown = batch.current.with(told);
      setShown(shown);
      return shown;
    }
  }, []);
  const told = useCallback((answer: Promise<Told | undefined>) => void answered(answer).then(show), [show]);

  useEffect(() => {
    const undo: (() => void)[] = [];
    let left = false;
    const open = async () => {
      const ids = await strandsOf(JSON.parse(where) as Opened);
      await bring(ids);
      if (left) return;
      undo.push(watchStrands(ids));
      const made = await openBench(ids, first.current, (each) => left || show(each));
      undo.push(() => void made.close());
      if (left) void made.close();
      // A session is a proxy, which useState would call if it were given bare.
      else setSession(() => made);
    };
    open().catch((error) => setFault((error as Error).message));
    return () => {
      left = true;
      setSession(undefined);
      setShown(undefined);
      setFault('');
      undo.forEach((stop) => stop());
    };
  }, [where, show]);

  useEffect(() => {
    first.current = look;
    if (session) told(session.turn(look));
  }, [session, look, told]);

  // What was done is shown first and sent then.
  useEffect(() => {
    if (!shown) return;
    void send();
    void queries.invalidateQueries({ queryKey: ['ladder'] });
  }, [shown, queries]);

  const focus = shown?.view.focus ?? undefined;
  const step = shown?.view.bench?.step?.id;
  const items = shown?.view.bench?.step?.sessionItems;
  const once = useMemo(() => (items?.length ? items : undefined), [items]);
  const strand = shown?.strands.find(({ termination }) => termination === focus) ?? shown?.strands[0];
  // What was kept before strands told their closet has none.
  const here = useMemo(() => strand && { place: strand.closet ?? strand.jobName, job: strand.job }, [strand]);
  const act = useCallback(
    async (intent: Intent, on: string[]): Promise<Done> => {
      if (!session) return { isDone: false, says: '' };
      const { told, ...done } = await answered(session.act(intent, on, focus, person, Date.now()));
      if (done.isDone) tellWaiting();
      const now = show(told);
      // What raised trouble does not stand.
      const isStanding = done.isDone && intent.kind === 'done' && !now?.view.bench?.trouble;
      if (isStanding && once && here) void sayStanding(person, once, here);
      return done;
    },
    [session, focus, person, show, once, here],
  );
  const next = shown?.view.now?.next;
  useEffect(() => {
    if (!session || !next) return;
    const thinkAgain = window.setTimeout(() => told(session.again(Date.now())), Math.max(0, Date.parse(next) - Date.now()) + 50);
    return () => window.clearTimeout(thinkAgain);
  }, [session, next, told]);
  const techniqueFor = useCallback(
    async (recipe: string, on: string[]) => {
      const first = shown?.strands.find((strand) => on.includes(strand.termination));
      return session && first
        ? answered(session.techniqueFor(recipe, on, await saidCrew(first.job)))
        : { technique: null, ask: [] };
    },
    [session, shown],
  );
  const judge = useCallback(
    async (read: string) => (session && focus && step ? answered(session.judge(focus, step, read)) : {}),
    [session, focus, step],
  );
  const propose = useCallback(
    async (seen: FaceSeen) => (session && focus && step ? answered(session.propose(focus, step, seen)) : undefined),
    [session, focus, step],
  );
  const turnTo = useCallback((termination?: string) => session && told(session.turnTo(termination)), [session, told]);
  return { strands: shown?.strands ?? [], view: shown?.view, act, judge, propose, techniqueFor, fault, turnTo };
}
