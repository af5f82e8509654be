import { useState } from 'react';
import { bringRun, doInRun } from '../../core/bench';
import type { RunDeed } from '../../core/core';
import { send } from '../../shell/outbox';
import { whyNotKept } from '../../shell/record';

/**
 * Does something in a cable's test run from a page that does not show the run.
 * @param onDone once it is kept and, where there is a network, sent
 * @returns what does it, true when it was done; and why the last was not, in words
 */
export function useRunDeed(cable: string, person: string, onDone: () => void) {
  const [says, setSays] = useState('');
  const act = async (deed: RunDeed): Promise<boolean> => {
    try {
      await bringRun(cable);
      const done = await doInRun(cable, deed, person);
      setSays(done.says);
      if (!done.isDone) return false;
      await send();
      onDone();
      return true;
    } catch (error) {
      setSays(whyNotKept(error));
      return false;
    }
  };
  return { act, says };
}
