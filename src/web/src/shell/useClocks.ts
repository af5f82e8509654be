import { useQuery, useQueryClient } from '@tanstack/react-query';
import { liveQuery } from 'dexie';
import { useEffect, useState } from 'react';
import { api, got, type Schemas } from '../api/client';
import { clocksHere } from '../core/bench';
import { tablet, toldOrKept } from './tablet';

export type ClockLine = Schemas['ClockLine'];

/** How long after a change the tablet's own clocks are told: what is sent meanwhile the server tells. */
const lookAfterMs = 300;

// News comes at once; this finds a clock that was started while the tablet did not hear any.
const askAgainMs = 60_000;

/** Every time that runs for a person and their crews, what ends first at the head: as the server tells it, and as this tablet knows it better. */
export function useClocks(person: string): ClockLine[] {
  const queries = useQueryClient();
  const told = useQuery({
    queryKey: ['clocks', person],
    queryFn: () => toldOrKept(`clocks ${person}`, () => got(api.GET('/api/v1/clocks'))),
    refetchInterval: askAgainMs,
    retry: false,
  });
  const [here, setHere] = useState<Awaited<ReturnType<typeof clocksHere>>>();
  useEffect(() => {
    let isGone = false;
    const look = async (waiting: number) => {
      // The core is not started for nothing.
      const found = waiting > 0 ? await clocksHere(person).catch(() => undefined) : undefined;
      if (waiting === 0) await queries.invalidateQueries({ queryKey: ['clocks'] });
      if (!isGone) setHere(found);
    };
    let later = 0;
    const watch = liveQuery(() => tablet.outbox.filter((row) => !row.refused).count()).subscribe({
      next: (waiting) => {
        window.clearTimeout(later);
        later = window.setTimeout(() => void look(waiting), lookAfterMs);
      },
    });
    return () => {
      isGone = true;
      window.clearTimeout(later);
      watch.unsubscribe();
    };
  }, [person, queries]);
  const isKnownHere = (line: ClockLine) =>
    line.strands.length > 0 ? line.strands.some((strand) => here?.strands.includes(strand)) : line.person === person;
  const lines = here ? [...(told.data ?? []).filter((line) => !isKnownHere(line)), ...here.lines] : (told.data ?? []);
  return lines.toSorted((a, b) => endOf(a) - endOf(b));
}

/** Milliseconds: when it is over. */
export const endOf = ({ since, seconds }: ClockLine): number => Date.parse(since) + seconds * 1000;
