import { useEffect, useState } from 'react';
import type { Schemas } from '../../api/client';
import { LimitAxis } from '../../drawing/LimitAxis';
import { SidePanel } from '../../parts/SidePanel';
import { say } from '../../shell/words';
import { FaceStage } from '../../parts/FaceStage';
import { sidesOf, type Picture } from '../../parts/useGrade';
import faceStageCss from '../../parts/FaceStage.module.css';

type FaceLine = Schemas['FaceLine'];

export const addressOf = (termination: string, picture: string) => `/api/v1/terminations/${termination}/pictures/${picture}`;

/** A picture out of a strand's story as it was graded then, beside the look before it. */
export function FacePanel(props: { termination: string; face: FaceLine; before?: FaceLine; onClose: () => void }) {
  const { termination, face, before, onClose } = props;
  const [graded, setGraded] = useState<(Picture | undefined)[]>();
  const [picked, setPicked] = useState<number>();
  useEffect(() => {
    const load = async (line?: FaceLine): Promise<Picture | undefined> => {
      if (!line) return undefined;
      const address = addressOf(termination, line.picture);
      const sides = await sidesOf(address).catch(() => undefined);
      return sides && { address, ...sides, view: line.view };
    };
    void Promise.all([load(face), load(before)]).then(setGraded);
  }, [termination, face, before]);
  const [shown, earlier] = graded ?? [];
  return (
    <SidePanel title={face.view.headline} onClose={onClose}>
      <p>
        {face.profile} · {face.view.why.join(' ')}
      </p>
      {graded && !shown && <p role="alert">{say('story.picture-missing')}</p>}
      {shown && (
        <div className={faceStageCss.looked}>
          <FaceStage shown={shown} before={earlier} picked={picked} onPick={setPicked} />
        </div>
      )}
      <LimitAxis marks={face.view.marks} picked={picked} onPick={setPicked} />
    </SidePanel>
  );
}
