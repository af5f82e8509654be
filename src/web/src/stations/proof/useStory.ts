import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, got } from '../../api/client';
import { actOn } from '../../core/bench';
import type { Deed } from '../../core/benchSession';
import type { Unit } from '../../core/core';
import { send } from '../../shell/outbox';
import { whyNotKept } from '../../shell/record';

/** A strand end's story, and what may be done to it. */
export function useStory(termination: string, unit: Unit, person: string) {
  const queries = useQueryClient();
  const [fault, setFault] = useState('');
  const story = useQuery({
    queryKey: ['story', termination, unit],
    queryFn: () => got(api.GET('/api/v1/terminations/{id}/story', { params: { path: { id: termination }, query: { unit } } })),
    refetchOnMount: 'always',
  });
  const act = async (deed: Deed) => {
    setFault('');
    try {
      const on = 'move' in deed ? [termination, deed.move.to] : [termination];
      const done = await actOn(on, person, deed);
      if (!done.isDone) setFault(done.says);
      await send();
      await queries.invalidateQueries({ queryKey: ['story'] });
    } catch (error) {
      setFault(whyNotKept(error));
    }
  };
  return { story, act, fault };
}
