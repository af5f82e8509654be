import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api, got, Refusal, type Schemas } from '../../api/client';
import type { Move } from '../../drawing/Gantt';
import { searchDays } from './searchDays';

type CrewDays = Schemas['CrewDays'];

/** How a search goes. */
export type Found = Omit<Schemas['DaysFound'], 'days' | 'view'>;

/** Days that differ from what is kept, as they would be. */
interface Draft {
  /** The version that they were made from. */
  version: number;
  days: CrewDays;
  view: Schemas['DaysView'];
}

/** By the clock of the site, as the server tells it. */
function momentOf(days: CrewDays, minute: number): string {
  const at = new Date(`${days.from}T00:00:00Z`);
  at.setUTCMinutes(minute);
  return at.toISOString().slice(0, 19);
}

/** Days in which a task is where a person put it: it stays there when they are planned anew. */
const moved = (days: CrewDays, { task, person, start }: Move): CrewDays => ({
  ...days,
  placed: [...days.placed.filter((one) => one.task !== task), { task, person, start: momentOf(days, start), isPinned: true }],
});

/** A crew's days: as kept, as they would be, and the search for better ones. */
export function useDays(crew: string) {
  const queries = useQueryClient();
  const kept = useQuery({
    queryKey: ['days', crew],
    queryFn: () => got(api.GET('/api/v1/crews/{id}/days', { params: { path: { id: crew } } })),
    enabled: crew !== '',
  });
  const [draft, setDraft] = useState<Draft>();
  const [found, setFound] = useState<Found>();
  const [says, setSays] = useState('');
  const [isKeeping, setKeeping] = useState(false);
  const search = useRef<AbortController>(undefined);
  const [isSearching, setSearching] = useState(false);
  const asked = useRef(0);
  const days = draft?.days ?? kept.data?.days;
  const version = draft?.version ?? kept.data?.version ?? 0;
  const failed = (error: unknown) => setSays((error as Error).message);

  /** Asks what other days would be; of several asked for in a row the last stands. */
  const wish = async (wanted: CrewDays): Promise<boolean> => {
    const mine = ++asked.current;
    setSays('');
    try {
      const view = await got(api.POST('/api/v1/crews/{id}/days/check', { params: { path: { id: crew } }, body: wanted }));
      if (mine === asked.current) setDraft({ version, days: wanted, view });
      return true;
    } catch (error) {
      failed(error);
      return false;
    }
  };
  const stop = () => search.current?.abort();
  const plan = async (isAnew: boolean) => {
    if (!days) return;
    asked.current++;
    setSays('');
    setFound(undefined);
    setSearching(true);
    const mine = (search.current = new AbortController());
    try {
      await searchDays(
        crew,
        { days, seconds: 20, isAnew },
        ({ days: better, view, ...told }) => {
          if (mine.signal.aborted) return;
          setDraft({ version, days: better, view });
          setFound(told);
        },
        mine.signal,
      );
    } catch (error) {
      if (!mine.signal.aborted) failed(error);
    } finally {
      setSearching(false);
    }
  };
  const keepDays = async () => {
    if (!draft) return;
    setKeeping(true);
    setSays('');
    try {
      const told = await got(
        api.PUT('/api/v1/crews/{id}/days', {
          params: { path: { id: crew } },
          body: { version: draft.version, days: draft.days },
        }),
      );
      queries.setQueryData(['days', crew], told);
      void queries.invalidateQueries({ queryKey: ['my-days'] });
      setDraft(undefined);
      setFound(undefined);
    } catch (error) {
      failed(error);
      // Somebody else changed them: what was done here is kept again on top of that, if a person still wants it.
      if (error instanceof Refusal && error.status === 409) {
        const now = await queries.fetchQuery({
          queryKey: ['days', crew],
          queryFn: () => got(api.GET('/api/v1/crews/{id}/days', { params: { path: { id: crew } } })),
        });
        setDraft({ ...draft, version: now.version });
      }
    } finally {
      setKeeping(false);
    }
  };
  return {
    kept,
    days,
    view: draft?.view ?? kept.data?.view,
    isChanged: !!draft,
    found,
    says,
    isSearching,
    isKeeping,
    wish,
    move: (to: Move) => (days ? wish(moved(days, to)) : undefined),
    pin: (task: string, isPinned: boolean) =>
      days && wish({ ...days, placed: days.placed.map((one) => (one.task === task ? { ...one, isPinned } : one)) }),
    plan,
    stop,
    keepDays,
    drop: () => {
      asked.current++;
      setDraft(undefined);
      setFound(undefined);
      setSays('');
    },
  };
}

export type DaysHere = ReturnType<typeof useDays>;
