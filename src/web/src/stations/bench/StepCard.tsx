import { Input } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import type { Intent } from '../../core/core';

interface Props {
  step: Schemas['StepView'];
  reports: Schemas['SignView'][];
  judge: (read: string) => { grade?: string; says?: string };
  onAct: (intent: Intent) => Promise<void>;
  says: string;
}

/** The step to do: what, how, what to read, and Done in the lower third. A reading is never prefilled. */
export function StepCard({ step, reports, judge, onAct, says }: Props) {
  const [read, setRead] = useState('');
  const [inTrouble, setInTrouble] = useState(false);
  const ask = step.ask;
  const verdict = ask?.isLength && read.trim() ? judge(read) : undefined;
  const done = (value?: string) => void onAct({ kind: 'done', step: step.id, read: value });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        done(ask ? read : undefined);
      }}
    >
      <p className="count">
        Step {step.number} of {step.of}
      </p>
      <h2>{step.title}</h2>
      <p className="how">{step.how}</p>
      {step.cautions.length > 0 && (
        <ul className="cautions">
          {step.cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      )}
      {ask?.isLength && (
        <label className="reading">
          {ask.question}
          <Input
            value={read}
            onChange={(event) => setRead(event.target.value)}
            inputMode="decimal"
            suffix={ask.unit}
            autoComplete="off"
            className="figures"
            aria-describedby="verdict"
          />
          <span id="verdict" className={verdict?.grade ?? ''}>
            {verdict ? `${verdict.grade === 'none' ? '' : `${verdict.grade}: `}${verdict.says}` : `good is ${ask.accepts}`}
          </span>
        </label>
      )}
      {says && (
        <p role="alert" className="bad">
          {says}
        </p>
      )}
      <div className="grow" />
      {ask && !ask.isLength ? (
        <fieldset className="choices">
          <legend>{ask.question}</legend>
          {ask.choices.map((choice) => (
            <button type="button" key={choice.value} onClick={() => done(choice.value)}>
              {choice.say}
            </button>
          ))}
        </fieldset>
      ) : (
        <button type="submit" className="main-action">
          Done
        </button>
      )}
      {reports.length > 0 && !inTrouble && (
        <button type="button" className="button" onClick={() => setInTrouble(true)}>
          Trouble
        </button>
      )}
      {inTrouble &&
        reports.map((sign) => (
          <button type="button" className="button" key={sign.id} onClick={() => void onAct({ kind: 'trouble', sign: sign.id })}>
            {sign.title}
          </button>
        ))}
    </form>
  );
}
