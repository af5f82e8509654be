import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import type { Intent, Judged, Proposed } from '../../core/core';
import { Choices } from '../../parts/Choices';
import { Keypad } from '../../parts/Keypad';
import { FromInstrument } from '../../parts/FromInstrument';
import { MeasuredField, Reading } from '../../parts/Reading';
import { FaultLine } from '../../shell/faults';
import { useKeys } from '../../shell/keys';
import { say } from '../../shell/words';
import type { Grading } from '../../parts/useGrade';
import { FaceAsk } from './FaceAsk';
import { StepClock, useSecondsLeft } from './StepClock';
import { StepCount } from './StepCount';
import css from './StepCard.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  step: Schemas['StepView'];
  strand: number;
  reports: Schemas['SymptomView'][];
  /** How many strands one tap does, and their numbers in words. */
  together: number;
  togetherSays: string;
  /** Those strands are only ever worked as one. */
  isWhole: boolean;
  judge: (read: string) => Promise<Judged>;
  /** The look at the face, where the step asks for one, and what its picture stands for. */
  face: Grading;
  proposed?: Proposed;
  onFace: (choice: string, overruled?: string) => void;
  onAct: (intent: Intent, onlyThis?: boolean) => Promise<void>;
  /** Things that were missing are here now. */
  onHere: (things: readonly string[]) => void;
  /** How the other fiber of its port stands, where there is one. */
  pair?: Schemas['PairView'] | null;
  /** Why it is this strand's turn; nothing where the pace tells by itself. */
  why?: string | null;
  /** What an interruption may have spoiled. */
  spoils?: string | null;
  says: string;
}

/** The step to do: what, how, what to read, and Done in the lower third. A reading is never prefilled. */
export function StepCard({
  step,
  strand,
  reports,
  together,
  togetherSays,
  isWhole,
  judge,
  face,
  proposed,
  onFace,
  onAct,
  onHere,
  pair,
  why,
  spoils,
  says,
}: Props) {
  const [read, setRead] = useState('');
  const [inTrouble, setInTrouble] = useState(false);
  const [isKeypad, setKeypad] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const ask = step.ask;
  const isTyped = !!ask && ask.choices.length === 0;
  const isChoice = !!ask && !isTyped;
  const isFace = !!ask?.profile;
  const kind = ask?.kind === 'count' ? 'numeric' : ask?.kind === 'text' || ask?.kind === 'angles' ? 'text' : 'decimal';
  const left = useSecondsLeft(step.clock);
  // What the machine tells ends a time early or late; otherwise it must run out.
  const waits = !!step.clock && left !== 0 && !(step.clock.tells && step.clock.since);
  const verdict = useVerdict(isTyped ? read.trim() : '', judge);
  const passed = step.passed ?? [];
  const missing = step.missing ?? [];
  const isMissing = missing.length > 0;
  const from = passed[0]?.id;
  const done = (value?: string, onlyThis = false) => void onAct({ kind: 'done', step: step.id, from, read: value }, onlyThis);
  const start = () => void onAct({ kind: 'clock', step: step.id, from });
  const main = () =>
    isMissing
      ? onHere(missing)
      : pair?.waits
        ? undefined
        : step.clock && !step.clock.since
          ? start()
          : isChoice || waits
            ? undefined
            : done(ask ? read : undefined);
  const doneWord = together > 1 ? say('bench.done-all', { strands: togetherSays }) : say('bench.done');
  const report = ({ id, step: at }: Schemas['SymptomView']) =>
    void onAct({ kind: 'trouble', sign: id, step: at, from: at === from ? undefined : from }, true);
  useEffect(() => field.current?.focus({ preventScroll: true }), []);
  useKeys({
    ...(isFace ? {} : { done: main, 'pedal-done': main }),
    'only-this': () => (isChoice || waits || isMissing ? undefined : done(ask ? read : undefined, true)),
    reading: () => field.current?.focus(),
    trouble: () => setInTrouble(reports.length > 0),
    choice: (number) => {
      if (inTrouble) {
        const sign = reports[number - 1];
        if (sign) report(sign);
      } else if (isChoice && !isFace && !isMissing) {
        const choice = ask.choices[number - 1];
        if (choice) done(choice.value);
      }
    },
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        main();
      }}
    >
      <div className={css.readPart}>
        <p className={css.count}>
          {passed[0]
            ? say('bench.steps', { first: passed[0].number, last: step.number, of: step.of })
            : say('bench.step', { number: step.number, of: step.of })}
          {' · '}
          {together > 1 ? togetherSays : say('strands.one', { number: strand })}
          {step.once && ` · ${say(`once.${step.once}`)}`}
        </p>
        {why && (
          <p className={css.why} data-part="why">
            {why}
          </p>
        )}
        {spoils && (
          <p role="alert" className={css.missing}>
            {spoils}
          </p>
        )}
        {pair && <p className={css.count}>{pair.says}</p>}
        {step.film && <p className={css.film}>{step.film}</p>}
        {step.card ? (
          <>
            <h2>{step.card}</h2>
            <ol className={css.passed} start={passed[0]!.number} data-part="card-steps">
              {[...passed, step].map((each) => (
                <li key={each.id}>
                  <span>{each.title}</span>
                  {each.figure && (
                    <b className="figures">
                      {each.figure.value} <small>{each.figure.unit}</small>
                    </b>
                  )}
                </li>
              ))}
            </ol>
          </>
        ) : (
          <>
            <h2>{step.title}</h2>
            {step.figure && (
              <p className={`${css.narrowFigure} figures`} data-part="narrow-figure">
                {step.figure.value} <small>{step.figure.unit}</small>
              </p>
            )}
            <p className={css.how}>{step.how}</p>
          </>
        )}
        {step.cautions.length > 0 && (
          <ul className={css.cautions}>
            {step.cautions.map((caution) => (
              <li key={caution}>{caution} </li>
            ))}
          </ul>
        )}
        <FaultLine says={says} />
      </div>
      <div className={css.actPart}>
        {step.clock && !inTrouble && !isMissing && <StepClock clock={step.clock} left={left} />}
        {step.count && ask?.kind === 'count' && !inTrouble && (
          <StepCount count={step.count} onCount={(eights) => setRead(String(eights))} />
        )}
        {ask?.heldAgainst && !inTrouble && <p className={css.heldAgainst}>{ask.heldAgainst}</p>}
        {isTyped && !inTrouble && isKeypad && kind !== 'text' && (
          <Keypad
            isDecimal={kind === 'decimal'}
            onType={(key) => setRead(read + key)}
            onErase={() => setRead(read.slice(0, -1))}
          />
        )}
        {isTyped && !inTrouble && !isMissing && (
          <Reading question={ask.question}>
            <MeasuredField
              ref={field}
              value={read}
              onChange={setRead}
              unit={ask.unit}
              kind={kind}
              describedBy="verdict"
              onFinger={() => setKeypad(true)}
            />
            <span id="verdict" className={verdict?.grade ?? ''}>
              {verdict ? judged(verdict) : say('bench.good-is', { range: ask.accepts })}
            </span>
          </Reading>
        )}
        {isTyped && !inTrouble && !isMissing && (ask.kind === 'angles' || ask.kind === 'loss') && (
          <FromInstrument kind="splicer" reads={ask.kind} onRead={setRead} />
        )}
        {isChoice && !inTrouble && !isMissing && ask.choices.some(({ value }) => value === 'green') && (
          <FromInstrument
            kind="light-tool"
            reads={ask.kind}
            onRead={(seen) => {
              if (!ask.choices.some(({ value }) => value === seen)) throw new Error(say('meter.light-tool-none'));
              done(seen);
            }}
          />
        )}
        {inTrouble ? (
          <Choices
            question={say('bench.what-trouble')}
            choices={reports.map((sign) => ({ key: sign.id, says: sign.title }))}
            onPick={(id) => report(reports.find((sign) => sign.id === id)!)}
            back={{ says: say('bench.no-trouble'), onBack: () => setInTrouble(false) }}
            isOne
          />
        ) : isMissing ? null : isFace ? (
          <FaceAsk ask={ask!} face={face} proposed={proposed} onRecord={onFace} onByEye={done} />
        ) : (
          isChoice && (
            <Choices
              question={ask.question}
              choices={ask.choices.map((choice) => ({ key: choice.value, says: choice.say }))}
              onPick={done}
            />
          )
        )}
        {isMissing && (
          <p role="alert" className={css.missing}>
            {say('kit.missing-here', { things: missing.join(', ') })}
          </p>
        )}
        {isMissing && (
          <button type="button" className={controls.mainAction} onClick={() => onHere(missing)}>
            {say('kit.here-now')}
          </button>
        )}
        {pair?.waits && (
          <p role="alert" className={css.missing}>
            {pair.waits}
          </p>
        )}
        {pair?.waits && (
          <Link className={controls.mainAction} to={`/bench/${pair.partner}`}>
            {pair.turn}
          </Link>
        )}
        {!inTrouble && !isMissing && !pair?.waits && (
          <div className="row">
            {together > 1 && !isWhole && !isChoice && !step.clock && (
              <button type="button" className={controls.button} onClick={() => done(undefined, true)}>
                {say('bench.only', { number: strand })}
              </button>
            )}
            {!isChoice && (
              <button type="submit" className={`${controls.mainAction} grow`} disabled={waits && !!step.clock?.since}>
                {waits ? say(step.clock?.since ? 'clock.runs' : 'clock.start', { seconds: left ?? 0 }) : doneWord}
              </button>
            )}
            {reports.length > 0 && (
              <button type="button" className={controls.button} onClick={() => setInTrouble(true)}>
                {say('bench.trouble')}
              </button>
            )}
          </div>
        )}
      </div>
    </form>
  );
}

/** What is made of a reading while it is typed; until that is told, what was made of it before. */
function useVerdict(read: string, judge: Props['judge']): Judged | undefined {
  const [verdict, setVerdict] = useState<Judged>();
  useEffect(() => {
    let isOld = false;
    if (read) void judge(read).then((made) => isOld || setVerdict(made));
    return () => {
      isOld = true;
    };
  }, [read, judge]);
  return read ? verdict : undefined;
}

function judged({ grade, says }: Judged): string {
  return grade && grade !== 'none' ? say('bench.judged', { grade: say(`grade.${grade}`), says: says ?? '' }) : (says ?? '');
}
