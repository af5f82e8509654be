import { useEffect, useState } from 'react';
import { FacePicture } from '../drawing/FacePicture';
import { keyOf, useKeyList, useKeys } from '../shell/keys';
import { say } from '../shell/words';
import type { Picture } from './useGrade';
import css from './FaceStage.module.css';
import controls from './controls.module.css';

const blinkMs = 600;
const closest = 8;

interface Props {
  shown: Picture;
  /** An earlier look, to blink with or to hold beside. */
  before?: Picture;
  picked?: number;
  onPick: (mark: number) => void;
}

/** A graded picture, its zones and marks on demand, nearer or farther, blinking with an earlier one or beside it. */
export function FaceStage({ shown, before, picked, onPick }: Props) {
  const [hasRings, setRings] = useState(false);
  const [hasMarks, setMarks] = useState(true);
  const [closeness, setCloseness] = useState(1);
  const [isBlinking, setBlinking] = useState(false);
  const [isBeside, setBeside] = useState(false);
  const [isOther, setOther] = useState(false);
  useEffect(() => {
    if (!isBlinking) return;
    const clock = setInterval(() => setOther((is) => !is), blinkMs);
    return () => {
      clearInterval(clock);
      setOther(false);
    };
  }, [isBlinking]);
  const closer = () => setCloseness((is) => Math.min(closest, is * 1.5));
  const farther = () => setCloseness((is) => Math.max(1, is / 1.5));
  const flipBlink = () => (before ? setBlinking((is) => !is) : undefined);
  const flipBeside = () => (before ? setBeside((is) => !is) : undefined);
  useKeyList();
  useKeys({
    zones: () => setRings((is) => !is),
    marks: () => setMarks((is) => !is),
    closer,
    farther,
    blink: flipBlink,
    beside: flipBeside,
  });
  const sideBySide = isBeside && before ? [before, shown] : [isOther && before ? before : shown];
  return (
    <>
      <div data-part="faces" className={`${css.faces} ${sideBySide.length > 1 ? css.twoFaces : ''}`}>
        {sideBySide.map((face) => (
          <figure key={face.address}>
            <FacePicture
              {...face}
              says={say('verify.picture', { headline: face.view.headline })}
              {...{
                hasRings,
                hasMarks: hasMarks && (face === shown || isBeside),
                picked: face === shown ? picked : undefined,
                closeness,
              }}
              onPick={face === shown ? onPick : () => undefined}
            />
            {face === before && <figcaption className={`${controls.tag} doubtful`}>{say('verify.before')}</figcaption>}
          </figure>
        ))}
      </div>
      <div data-part="over-picture" className={`row ${css.overPicture}`}>
        <button type="button" className={controls.button} aria-pressed={hasRings} onClick={() => setRings(!hasRings)}>
          {say('verify.rings')} <kbd>{keyOf('zones')}</kbd>
        </button>
        <button type="button" className={controls.button} aria-pressed={hasMarks} onClick={() => setMarks(!hasMarks)}>
          {say('verify.marks')} <kbd>{keyOf('marks')}</kbd>
        </button>
        <button type="button" className={controls.button} aria-label={say('verify.zoom-in')} onClick={closer}>
          +
        </button>
        <button type="button" className={controls.button} aria-label={say('verify.zoom-out')} onClick={farther}>
          −
        </button>
        {before && (
          <>
            <button type="button" className={controls.button} aria-pressed={isBlinking} onClick={flipBlink}>
              {say('verify.blink')} <kbd>{keyOf('blink')}</kbd>
            </button>
            <button type="button" className={controls.button} aria-pressed={isBeside} onClick={flipBeside}>
              {say('verify.beside')} <kbd>{keyOf('beside')}</kbd>
            </button>
          </>
        )}
      </div>
    </>
  );
}
