import { useEffect, useState } from 'react';
import type { FaceSeen, Proposed } from '../../core/core';
import type { Grading } from '../../parts/useGrade';

/** Which of the step's answers a graded picture stands for. The picture counts as still being graded until that is known. */
export function useProposal(graded: Grading, propose?: (seen: FaceSeen) => Promise<Proposed | undefined>) {
  const [known, setKnown] = useState<{ seen: FaceSeen; proposed?: Proposed }>();
  const seen = propose ? graded.shown?.answer.seen : undefined;
  useEffect(() => {
    let isOld = false;
    if (seen) void propose?.(seen).then((proposed) => isOld || setKnown({ seen, proposed }));
    return () => {
      isOld = true;
    };
  }, [seen, propose]);
  if (!seen) return { face: graded };
  return known?.seen === seen
    ? { face: graded, proposed: known.proposed }
    : { face: { ...graded, shown: undefined, isGrading: true } };
}
