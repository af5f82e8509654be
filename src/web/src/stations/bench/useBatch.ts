import { useQueryClient } from '@tanstack/react-query';
import { liveQuery } from 'dexie';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import type { Act, BatchLook, BatchView, Core, FaceSeen, Intent, Pace, Unit } from '../../core/core';
import { watchStrands } from '../../shell/live';
import { record, whyNotKept } from '../../shell/outbox';
import { fetchStrands } from '../../shell/strands';
import { keep, recall, tablet, toldOrKept, type Strand } from '../../shell/tablet';
import { say } from '../../shell/words';
import { holdInCore, openCore, techniqueOf } from './strandsInCore';

interface Held {
  core: Core;
  strands: Strand[];
  /** Of what the core holds. */
  version: number;
}

/** Which strands the bench is opened on: one by itself, or all of a batch. */
export type Opened = { termination: string } | { batch: string };

async function strandsOf(opened: Opened): Promise<string[]> {
  if ('termination' in opened) return [opened.termination];
  const { batch } = opened;
  const here = (await recall<string[]>(`batch ${batch}`)) ?? [];
  const told = await toldOrKept(`batch told ${batch}`, () =>
    got(api.GET('/api/v1/batches/{id}', { params: { path: { id: batch } } })),
  ).catch((fault) => {
    if (fault instanceof TypeError) return [];
    throw fault;
  });
  return [...new Set([...here, ...told])];
}

/** Remembers which strands were taken together here, before the server knows of it. */
export const rememberBatch = (batch: string, strands: string[]) => keep(`batch ${batch}`, strands);

/** Strands at the bench: folded by the core in this page from what the server told and what this tablet has done since. */
export function useBatch(opened: Opened, unit: Unit, pace: Pace, person: string) {
  const [held, setHeld] = useState<Held>();
  const [fault, setFault] = useState('');
  const [focus, setFocus] = useState<{ held?: string; isPicked: boolean }>({ isPicked: false });
  const queries = useQueryClient();
  const before = useRef<{ what: string; kept: Promise<unknown> }>(undefined);
  const where = JSON.stringify(opened);

  useEffect(() => {
    const undo: (() => void)[] = [];
    let left = false;
    const open = async () => {
      const ids = await strandsOf(JSON.parse(where) as Opened);
      await fetchStrands(ids).catch((error) => {
        if (!(error instanceof TypeError)) throw error;
      });
      const core = await openCore();
      if (left) return;
      undo.push(watchStrands(ids));
      const look = async () => {
        const strands = (await tablet.strands.bulkGet(ids)).filter((strand) => strand !== undefined);
        await holdInCore(
          core,
          strands.map((strand) => strand.termination),
        );
        return strands;
      };
      const watch = liveQuery(look).subscribe({
        next: (strands) => {
          if (strands.length === 0) return setFault(say('bench.no-strand'));
          const { version } = core;
          setHeld((before) =>
            before?.version === version && alike(before.strands, strands) ? before : { core, strands, version },
          );
        },
        error: (error) => setFault(whyNotKept(error)),
      });
      undo.push(() => watch.unsubscribe());
    };
    open().catch((error) => setFault((error as Error).message));
    return () => {
      left = true;
      undo.forEach((stop) => stop());
    };
  }, [where]);

  const { view, strands } = useMemo(
    () => (held ? look(held, JSON.parse(where) as Opened, unit, pace, focus) : { view: undefined, strands: [] }),
    [held, where, unit, pace, focus],
  );
  const shown = view?.focus ?? undefined;

  const act = useCallback(
    async (intent: Intent, on: string[]): Promise<Act | undefined> => {
      if (!held) return undefined;
      const earlier = before.current;
      const what = JSON.stringify([intent, on]);
      const doing = (async (): Promise<Act | undefined> => {
        await earlier?.kept;
        try {
          const made = await record(
            on.length,
            person,
            async (stamp) => {
              await holdInCore(
                held.core,
                held.strands.map((strand) => strand.termination),
              );
              return held.core.act(on, unit, intent, stamp);
            },
            (changes) => held.core.keep(changes),
          );
          if ('events' in made) {
            setHeld({ ...held, version: held.core.version });
            setFocus({ held: shown, isPicked: false });
          } else if (earlier?.what === what) return undefined;
          void queries.invalidateQueries({ queryKey: ['ladder'] });
          return made;
        } catch (error) {
          return { field: 'tablet', says: whyNotKept(error) };
        }
      })();
      // A tap that comes while another is being kept waits for it; the second of a double tap then finds its step done, and says nothing.
      const mine = (before.current = { what, kept: doing });
      const made = await doing;
      if (before.current === mine) before.current = undefined;
      return made;
    },
    [held, person, queries, shown, unit],
  );

  const techniqueFor = useCallback(
    async (recipe: string, on: string[]): Promise<Schemas['TechniqueInForce']> =>
      held
        ? techniqueOf(
            held.core,
            recipe,
            held.strands.filter((strand) => on.includes(strand.termination)),
          )
        : { technique: null, ask: [] },
    [held],
  );
  const judge = useCallback((read: string) => (held && shown ? held.core.judge(shown, unit, read) : {}), [held, shown, unit]);
  const propose = useCallback((seen: FaceSeen) => (held && shown ? held.core.propose(shown, seen) : undefined), [held, shown]);
  const turnTo = useCallback((termination?: string) => setFocus({ held: termination, isPicked: !!termination }), []);
  return { strands, view, act, judge, propose, techniqueFor, fault, turnTo };
}

/** Whether what the tablet knows about the strands, beside their events, is the same. */
const alike = (some: Strand[], others: Strand[]) => JSON.stringify(some) === JSON.stringify(others);

/** What the core shows; of a batch, only the strands that are still in it. */
function look(
  { core, strands }: Held,
  opened: Opened,
  unit: Unit,
  pace: Pace,
  focus: { held?: string; isPicked: boolean },
): { view: BatchView; strands: Strand[] } {
  const rates = strands.find((strand) => strand.rates)?.rates;
  const lookAt = (some: Strand[]): BatchLook => ({
    slots: some.map(({ termination, strand, label }) => ({ termination, strand, label })),
    pace,
    unit: unit === 'in' ? 'in' : 'mm',
    held: focus.held,
    isPicked: focus.isPicked,
    rates,
  });
  const view = core.view(lookAt(strands));
  if (!('batch' in opened)) return { view, strands };
  const stay = strands.filter((_, index) => view.queue[index]!.batch === opened.batch);
  return stay.length === strands.length || stay.length === 0
    ? { view, strands }
    : { view: core.view(lookAt(stay)), strands: stay };
}
