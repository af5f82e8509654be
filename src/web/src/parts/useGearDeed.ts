import { useState } from 'react';
import { doWithGear } from '../core/bench';
import type { GearDeed } from '../core/core';
import { whyNotKept } from '../shell/record';

/**
 * Does something with a tool, a lot or a work session.
 * @returns what does it, true when it was done; why the last was not, in words; and what says something else there
 */
export function useGearDeed(person: string) {
  const [says, setSays] = useState('');
  const act = async (stream: string | null, deed: GearDeed): Promise<boolean> => {
    try {
      const done = await doWithGear(stream, deed, person);
      setSays(done.says);
      return done.isDone;
    } catch (error) {
      setSays(whyNotKept(error));
      return false;
    }
  };
  return { act, says, setSays };
}
