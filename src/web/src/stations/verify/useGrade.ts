import { useEffect, useRef, useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { say } from '../../shell/words';

/** A picture and what was made of it. */
export interface Graded {
  address: string;
  name: string;
  width: number;
  height: number;
  answer: Schemas['EndFaceAnswer'];
}

export const profiles = ['sm-upc', 'sm-apc', 'sm-pc', 'mm'] as const;
export type Profile = (typeof profiles)[number];

async function sidesOf(address: string): Promise<{ width: number; height: number }> {
  const picture = new Image();
  picture.src = address;
  await picture.decode();
  return { width: picture.naturalWidth, height: picture.naturalHeight };
}

/** Has pictures graded; keeps the one before, to hold beside. A picture that is refused changes nothing that is shown. */
export function useGrade(profile: Profile) {
  const [shown, setShown] = useState<Graded>();
  const [before, setBefore] = useState<Graded>();
  const [isGrading, setGrading] = useState(false);
  const [fault, setFault] = useState('');
  const file = useRef<File>(undefined);
  const asked = useRef(0);

  const grade = async (picture: File, isAnother: boolean) => {
    const turn = ++asked.current;
    setGrading(true);
    setFault('');
    try {
      const answer = await got(
        api.POST('/api/v1/calc/end-face', {
          body: { picture: '', profile, umPerPixel: null },
          bodySerializer: () => {
            const form = new FormData();
            form.append('profile', profile);
            form.append('picture', picture);
            return form;
          },
        }),
      );
      // What was asked later has the word, whichever answer comes first.
      if (turn !== asked.current) return;
      const address = URL.createObjectURL(picture);
      const graded = { address, name: picture.name, ...(await sidesOf(address)), answer };
      file.current = picture;
      // What falls out of sight gives its memory back.
      const gone = isAnother ? before : shown;
      if (gone) URL.revokeObjectURL(gone.address);
      if (isAnother) setBefore(shown);
      setShown(graded);
    } catch (error) {
      if (turn === asked.current) setFault(error instanceof TypeError ? say('shell.no-server') : (error as Error).message);
    }
    if (turn === asked.current) setGrading(false);
  };

  // The same picture under other limits is graded again.
  const again = useRef(grade);
  useEffect(() => {
    again.current = grade;
  });
  useEffect(() => {
    if (file.current) void again.current(file.current, false);
  }, [profile]);

  return { shown, before, isGrading, fault, take: (picture: File) => void grade(picture, true) };
}
