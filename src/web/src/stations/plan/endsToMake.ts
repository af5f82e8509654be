import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { actOn } from '../../core/bench';
import type { Unit } from '../../core/core';
import { send } from '../../shell/outbox';
import { whyNotKept } from '../../shell/record';
import { say } from '../../shell/words';

export type Ends = Schemas['EndsToMake'];

/** The ends of a job that nobody has begun, those of a cable that are planned alike together; nothing without a job. */
export function useEndsToMake(job: string | null): Ends[] | undefined {
  return useQuery({
    queryKey: ['ends', job],
    queryFn: () => got(api.GET('/api/v1/jobs/{id}/ends', { params: { path: { id: job! } } })),
    enabled: !!job,
  }).data;
}

/** The ends that were picked; once another recipe is chosen for them, those at the same place. */
export const pickedOf = (ends: readonly Ends[] | undefined, key: string | undefined): Ends | undefined =>
  ends?.find((one) => endsKey(one) === key) ?? ends?.find((one) => key?.startsWith(placeKey(one))) ?? ends?.[0];

const placeKey = ({ cable, end, connector, polish }: Ends) => `${cable} ${end} ${connector} ${polish} `;

export const endsKey = (ends: Ends) => placeKey(ends) + ends.recipe;

export const endsTitle = ({ name, end, connector, polish, strands }: Ends) =>
  say(end === 'near' ? 'methods.ends-near' : 'methods.ends-far', { cable: name, count: strands.length, connector, polish });

/** Plans ends by another recipe, and says how it went. */
export function useMakeBy(ends: Ends | undefined, unit: Unit, person: string) {
  const queries = useQueryClient();
  const [says, setSays] = useState('');
  const makeBy = async ({ id }: Schemas['RecipeRef'], title: string) => {
    if (!ends) return;
    try {
      const done = await actOn([...ends.strands], person, { unit, intent: { kind: 'plan-by', recipe: id } });
      setSays(done.isDone ? say('methods.chosen', { title }) : done.says);
      await send();
      await queries.invalidateQueries({ queryKey: ['ends'] });
    } catch (error) {
      setSays(whyNotKept(error));
    }
  };
  return { says, makeBy };
}
