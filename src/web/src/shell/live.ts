import { useQueryClient, type Query } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { Schemas } from '../api/client';
import { send } from './outbox';
import { fetchStrands } from './strands';
import { deviceOf } from './tablet';

type News = Schemas['LiveNews'];

const longestSilence = 50_000;
const afterError = 3_000;
const watched = new Set<readonly string[]>();
let thisDevice = '';

/** What a query is of, beside its name: a job, a cable, or the end of a strand. */
const concerns: Record<string, (told: News, of: unknown) => boolean> = {
  jobs: () => true,
  batches: () => true,
  looks: () => true,
  // What was done on this tablet is asked for by useClocks once it is sent.
  clocks: ({ device }) => device !== thisDevice,
  'gear-alarms': ({ job, crew }) => !job && !crew,
  // What is planned lies in a crew's days, and what is left of it in the jobs.
  days: () => true,
  'my-days': () => true,
  job: ({ job }, of) => job === of,
  ends: ({ job }, of) => job === of,
  // A cable's terminations are a group; what is measured is no group's, and told by streams that are not its.
  ladder: ({ groups, streams }, of) => groups.includes(of as string) || groups.some((group) => streams.includes(group)),
  measured: ({ groups, streams }) => groups.some((group) => streams.includes(group)),
  story: ({ streams }, of) => streams.length === 0 || streams.includes(of as string),
  stories: ({ streams }, of) => streams.length === 0 || streams.includes(of as string),
};

/** Whether news may have changed what a query answered. News that tells nothing in particular may have changed all but who is signed in. */
const isToldBy =
  (news?: News) =>
  ({ queryKey: [name, of] }: Query): boolean =>
    news ? !!concerns[name as string]?.(news, of) : name !== 'session';

/** While a page shows these strands, what others do to them is fetched at once. */
export function watchStrands(strands: readonly string[]): () => void {
  watched.add(strands);
  return () => watched.delete(strands);
}

/** Who wants to hear of anything done on a job. */
const onJobs = new Map<() => void, string>();

/** While a page shows something of a job, it is told when others did anything there. */
export function watchJob(job: string, hear: () => void): () => void {
  onJobs.set(hear, job);
  return () => onJobs.delete(hear);
}

const onGear = new Set<() => void>();

/** While a page shows tools or lots, it is told when others did anything with one of the crew's. */
export function watchGear(hear: () => void): () => void {
  onGear.add(hear);
  return () => onGear.delete(hear);
}

/** Hears what other tablets did, from the server, within a second of its being kept there. */
export function useLive(isSignedIn: boolean) {
  const queries = useQueryClient();
  useEffect(() => {
    if (!isSignedIn) return;
    let source: EventSource | undefined;
    let silence = 0;
    const refresh = (news?: News) => {
      const isTold = isToldBy(news);
      const shown = [...new Set([...watched].flat())];
      const wanted = news?.streams.length ? shown.filter((id) => news.streams.includes(id)) : shown;
      // The tablet holds what was done on it.
      if (wanted.length > 0 && !(news && news.device === thisDevice)) void fetchStrands(wanted).catch(() => undefined);
      for (const [hear, job] of onJobs) if (!news || news.job === job) hear();
      if (!news?.job && !news?.crew) for (const hear of onGear) hear();
      // A first answer that is on its way may have been given before the news, and is not asked for anew: it is once it is there.
      const early = queries
        .getQueryCache()
        .findAll({ fetchStatus: 'fetching', predicate: (query) => isTold(query) && query.state.data === undefined });
      for (const query of early)
        void query.promise
          ?.then(() => queries.invalidateQueries({ queryKey: query.queryKey, exact: true }))
          .catch(() => undefined);
      void queries.invalidateQueries({ predicate: isTold });
    };
    // A stream that a network change killed does not always say so: it is opened anew after a silence, and when the network is back.
    void deviceOf().then(({ device }) => (thisDevice = device));
    const connect = () => {
      source?.close();
      source = new EventSource('/api/v1/live');
      const hear = () => {
        window.clearTimeout(silence);
        silence = window.setTimeout(connect, longestSilence);
      };
      hear();
      source.addEventListener('still', hear);
      source.addEventListener('all', () => {
        hear();
        void send();
        refresh();
      });
      source.addEventListener('news', (event) => {
        hear();
        refresh(JSON.parse(event.data) as News);
      });
      source.addEventListener('error', () => {
        window.clearTimeout(silence);
        silence = window.setTimeout(connect, afterError);
      });
    };
    connect();
    window.addEventListener('online', connect);
    return () => {
      window.removeEventListener('online', connect);
      window.clearTimeout(silence);
      source?.close();
    };
  }, [isSignedIn, queries]);
}
