import { Input } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import type { Proposed } from '../../core/core';
import { FaultLine } from '../../shell/faults';
import { useKeys } from '../../shell/keys';
import { say } from '../../shell/words';
import { Choices } from '../../parts/Choices';
import { Reading } from '../../parts/Reading';
import { PictureSources } from '../../parts/PictureSources';
import type { Grading } from '../../parts/useGrade';
import css from './FaceAsk.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  ask: Schemas['AskView'];
  face: Grading;
  /** What the picture stands for among the step's answers. */
  proposed?: Proposed;
  onRecord: (choice: string, overruled?: string) => void;
  onByEye: (choice: string) => void;
}

/** A look at the face: through a picture, whose verdict is recorded or overruled with a reason, or by eye alone. */
export function FaceAsk({ ask, face, proposed, onRecord, onByEye }: Props) {
  const [isOtherwise, setOtherwise] = useState(false);
  const [reason, setReason] = useState('');
  const view = face.shown?.answer.view;
  const choices = ask.choices.filter((choice) => !isOtherwise || choice.value !== proposed?.choice);
  const isChoosing = !proposed?.choice || isOtherwise;
  // A picture that was graded goes on record with its answer, and an answer that is not the picture's says why.
  const mustSayWhy = isOtherwise || !!proposed?.unasked;
  const pick = (choice: string) => (proposed?.choice || proposed?.unasked ? onRecord(choice, reason) : onByEye(choice));
  const record = () => (proposed?.choice && !isOtherwise ? onRecord(proposed.choice) : undefined);
  useKeys({
    done: record,
    'pedal-done': record,
    another: () => (proposed?.choice ? setOtherwise(!isOtherwise) : undefined),
    choice: (number) => {
      const choice = isChoosing ? choices[number - 1] : undefined;
      if (choice) pick(choice.value);
    },
  });
  const sources = <PictureSources isAnother={!!view} onTake={face.take} />;
  return (
    <>
      {!view && sources}
      <div role="status" className={css.looking} data-part="looking" aria-busy={face.isGrading}>
        {face.isGrading ? (
          <p>{say('verify.grading')}</p>
        ) : view ? (
          <>
            <h3 className={view.tone === 'none' ? '' : view.tone}>{view.headline}</h3>
            <p>{view.why.slice(0, 2).join(' ')}</p>
          </>
        ) : null}
      </div>
      <FaultLine says={face.fault} />
      {proposed?.unasked && <p role="alert">{proposed.says}</p>}
      {mustSayWhy && (
        <Reading question={say('face.otherwise-why')}>
          <Input value={reason} autoFocus={isOtherwise} maxLength={500} onChange={(event) => setReason(event.target.value)} />
        </Reading>
      )}
      {isChoosing && (
        <Choices
          question={say(mustSayWhy ? 'face.otherwise-what' : 'face.by-eye', { question: ask.question })}
          choices={choices.map((choice) => ({ key: choice.value, says: choice.say }))}
          onPick={pick}
          isSmall
        />
      )}
      {proposed?.choice && !isOtherwise && (
        <button type="button" className={`${controls.mainAction} grow`} onClick={record}>
          {say('face.record', { choice: proposed.says })}
        </button>
      )}
      {proposed?.choice && (
        <button type="button" className={controls.button} onClick={() => setOtherwise(!isOtherwise)}>
          {say(isOtherwise ? 'bench.back' : 'face.otherwise')}
        </button>
      )}
      {view && !isOtherwise && sources}
    </>
  );
}
