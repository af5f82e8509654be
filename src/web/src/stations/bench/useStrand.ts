import { useQueryClient } from '@tanstack/react-query';
import { liveQuery } from 'dexie';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { Core, type Act, type Intent, type Unit } from '../../core/core';
import { record } from '../../shell/outbox';
import { keep, recall, tablet } from '../../shell/tablet';

type Strand = Schemas['StrandAtBench'];

interface Opened {
  core: Core;
  strand: Strand;
  events: string;
}

/** One strand at the bench: folded by the core in this page from what the server told and what this tablet has done since. */
export function useStrand(termination: string, unit: Unit, person: string) {
  const [opened, setOpened] = useState<Opened>();
  const [fault, setFault] = useState('');
  const queries = useQueryClient();
  const busy = useRef(false);

  useEffect(() => {
    let watch: { unsubscribe(): void } | undefined;
    let left = false;
    void (async () => {
      try {
        await refresh(termination);
        const book = await recall<Schemas['BookView']>('book');
        if (!book) throw new Error('The recipes are not on this tablet yet. Open the bench once with a network.');
        const core = await Core.with(book);
        if (left) return;
        watch = liveQuery(() => held(termination)).subscribe((found) => {
          if (found) setOpened({ core, ...found });
          else setFault('This strand is not on this tablet yet. Open it once with a network.');
        });
      } catch (error) {
        setFault((error as Error).message);
      }
    })();
    return () => {
      left = true;
      watch?.unsubscribe();
    };
  }, [termination]);

  const view = useMemo(() => opened?.core.view(termination, opened.events, unit), [opened, termination, unit]);

  const act = useCallback(
    async (intent: Intent): Promise<Act | undefined> => {
      if (!opened || busy.current) return undefined;
      busy.current = true;
      try {
        const now = await held(termination);
        const made = await record(termination, person, (stamp) =>
          opened.core.act(termination, now?.events ?? opened.events, unit, intent, stamp),
        );
        void queries.invalidateQueries({ queryKey: ['ladder'] });
        return made;
      } catch (error) {
        return { field: 'tablet', says: `This could not be saved on the tablet: ${(error as Error).message}` };
      } finally {
        busy.current = false;
      }
    },
    [opened, person, queries, termination, unit],
  );

  const judge = useCallback(
    (read: string) => opened?.core.judge(termination, opened.events, unit, read) ?? {},
    [opened, termination, unit],
  );
  return { strand: opened?.strand, view, act, judge, fault };
}

async function refresh(termination: string) {
  try {
    const [strand, book] = await Promise.all([
      got(api.GET('/api/v1/terminations/{id}/bench', { params: { path: { id: termination } } })),
      got(api.GET('/api/v1/recipes')),
    ]);
    await tablet.strands.put(strand);
    await keep('book', book);
  } catch (fault) {
    // Without a network the tablet's own copy will do.
    if (!(fault instanceof TypeError)) throw fault;
  }
}

async function held(termination: string): Promise<{ strand: Strand; events: string } | undefined> {
  const [strand, waiting] = await Promise.all([tablet.strands.get(termination), tablet.outbox.where({ termination }).toArray()]);
  if (!strand) return undefined;
  const events = [...(strand.events as unknown[]), ...waiting.filter((w) => !w.refused).map((w) => w.event)];
  return { strand, events: JSON.stringify(events) };
}
