import { useCallback, useEffect, useRef, useState } from 'react';
import { gradeFace, gradeRow, pictureOnly, type FaceAnswer, type FaceRowAnswer, type FiberCore } from '../core/faces';

/** A picture and what a screen shows of it. */
export interface Picture {
  address: string;
  width: number;
  height: number;
  view: FaceAnswer['view'];
}

/** A picture graded just now. */
export interface Graded extends Picture {
  answer: FaceAnswer;
  /** Graded in this page, without the server. */
  isHere?: boolean;
  file?: Blob;
  /** The row of fibers of which this is one, counted from 0. */
  row?: FaceRowAnswer;
  fiber?: number;
}

/** Those that ship; a buyer's own come with the server's list. */
export const profiles = ['sm-upc', 'sm-apc', 'sm-pc', 'mm'] as const;

export async function sidesOf(address: string): Promise<{ width: number; height: number }> {
  const picture = new Image();
  picture.src = address;
  await picture.decode();
  return { width: picture.naturalWidth, height: picture.naturalHeight };
}

export type Grading = ReturnType<typeof useGrade>;

/**
 * Has pictures graded; keeps the one before, to hold beside. A picture that is refused changes nothing that is shown.
 * @param profile of the limits; without one nothing is graded
 * @param core of the fiber; a picture waits until it is told
 * @param about what is looked at: when it becomes something else, what was shown of the other goes
 * @param look what the look is for: when it changes, the picture shown becomes the one before
 * @param isRow of a flat ferrule: its fibers are graded one by one
 */
export function useGrade(
  profile: string | undefined,
  core: FiberCore | undefined,
  { about = '', look = '', isRow = false }: { about?: string; look?: string; isRow?: boolean },
) {
  const [shown, setShown] = useState<Graded>();
  const [before, setBefore] = useState<Graded>();
  const [isGrading, setGrading] = useState(false);
  const [fault, setFault] = useState('');
  const [isWaiting, setWaiting] = useState(false);
  const waiting = useRef<Blob>(undefined);
  const asked = useRef(0);
  const held = useRef({ shown, before });
  const last = useRef(about);

  const hold = useCallback((next: { shown?: Graded; before?: Graded }) => {
    // What falls out of sight gives its memory back.
    for (const old of [held.current.shown, held.current.before])
      if (old && old.address !== next.shown?.address && old.address !== next.before?.address) URL.revokeObjectURL(old.address);
    held.current = { shown: next.shown, before: next.before };
    setShown(next.shown);
    setBefore(next.before);
  }, []);

  const grade = useCallback(
    async (given: Blob, isAnother: boolean) => {
      if (!profile) return;
      if (!core) {
        waiting.current = given;
        return setWaiting(true);
      }
      setWaiting(false);
      const turn = ++asked.current;
      setGrading(true);
      setFault('');
      try {
        const picture = isAnother ? await pictureOnly(given) : given;
        const { isHere, ...told } = isRow ? await gradeRow(picture, profile, core) : await gradeFace(picture, profile, core);
        const row = 'fibers' in told ? told : undefined;
        const fiber = row?.decisive ?? undefined;
        const answer = 'fibers' in told ? told.fibers[fiber ?? -1] : told;
        // A row of which no fiber was found shows nothing.
        if (!answer) throw new Error(row!.reasons.join(' '));
        const address = URL.createObjectURL(picture);
        const sides = await sidesOf(address);
        // What was asked later has the word, whichever answer comes first.
        if (turn !== asked.current) return URL.revokeObjectURL(address);
        const now = held.current;
        hold({
          shown: { address, ...sides, view: answer.view, answer, isHere, file: picture, row, fiber },
          before: isAnother ? (now.shown ?? now.before) : now.before,
        });
      } catch (error) {
        if (turn === asked.current) setFault((error as Error).message);
      }
      if (turn === asked.current) setGrading(false);
    },
    [profile, core, isRow, hold],
  );

  // The same picture under other limits is graded again, and one that waited for its fiber now.
  useEffect(() => {
    const [next, file] = [waiting.current, held.current.shown?.file];
    waiting.current = undefined;
    if (next) void grade(next, true);
    else if (file) void grade(file, false);
  }, [grade]);

  useEffect(() => {
    asked.current++;
    setGrading(false);
    setFault('');
    hold(last.current === about ? { before: held.current.shown ?? held.current.before } : {});
    last.current = about;
  }, [about, look, hold]);

  /** Another fiber of the row shown. */
  const pickFiber = (fiber: number) => {
    const answer = shown?.row?.fibers[fiber];
    if (shown && answer) hold({ shown: { ...shown, fiber, answer, view: answer.view }, before });
  };

  return { shown, before, isGrading, isWaiting, fault, pickFiber, take: (picture: Blob) => void grade(picture, true) };
}
