import { useQueryClient, type Query } from '@tanstack/react-query';
import { useEffect } from 'react';
import { send } from './outbox';
import { fetchStrands } from './strands';

interface News {
  job: string;
  groups: string[];
  streams: string[];
}

const longestSilence = 50_000;
const afterError = 3_000;
const watched = new Set<readonly string[]>();

/** All that news may change: everything but who is signed in. */
const isTold = (query: Query) => query.queryKey[0] !== 'session';

/** While a page shows these strands, what others do to them is fetched at once. */
export function watchStrands(strands: readonly string[]): () => void {
  watched.add(strands);
  return () => watched.delete(strands);
}

/** Hears what other tablets did, from the server, within a second of its being kept there. */
export function useLive(isSignedIn: boolean) {
  const queries = useQueryClient();
  useEffect(() => {
    if (!isSignedIn) return;
    let source: EventSource | undefined;
    let silence = 0;
    const refresh = (strands?: string[]) => {
      const shown = [...new Set([...watched].flat())];
      const wanted = strands?.length ? shown.filter((id) => strands.includes(id)) : shown;
      if (wanted.length > 0) void fetchStrands(wanted).catch(() => undefined);
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
        refresh((JSON.parse(event.data) as News).streams);
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
