import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Schemas } from '../../api/client';
import type { Unit } from '../../core/core';
import { actDrawn, HandAct } from '../../drawing/HandAct';
import { Choices } from '../../parts/Choices';
import { TakeBack } from '../../parts/TakeBack';
import { FaultLine } from '../../shell/faults';
import { useKeys } from '../../shell/keys';
import { say } from '../../shell/words';
import { useCableEnd } from './useCableEnd';
import css from './EndCard.module.css';
import bench from './Bench.module.css';
import step from './StepCard.module.css';
import work from './WorkCard.module.css';
import controls from '../../parts/controls.module.css';

type EndStep = Schemas['EndStepView'];

/** What is done once at a cable's end, or at a module, for all the strands it holds: before they begin, and once they are done. */
export function EndCard({ unit, person, mayWork }: { unit: Unit; person: string; mayWork: boolean }) {
  const { termination = '' } = useParams();
  const { shown, fault, says, act } = useCableEnd(termination, unit, person);
  const [back, setBack] = useState<EndStep>();
  if (fault)
    return (
      <p role="alert" className="page">
        {fault}
      </p>
    );
  if (!shown) return <p className="page">{say('bench.opening')}</p>;
  const { strand, view } = shown;
  const now = view?.steps.find((each) => each.id === view.now);
  const done = view?.steps.filter((each) => each.at) ?? [];
  const last = done.reduce<EndStep | undefined>((latest, each) => (latest && latest.at! > each.at! ? latest : each), undefined);
  const figure = now?.figure;
  const drawn = actDrawn(now?.acts);
  return (
    <div className={bench.bench} data-part="cable-end">
      <header className={css.head}>
        <h1>
          {view?.title ?? say('end.none')} <span className="figures">{strand.cableName}</span> {say(`end.${strand.end}`)}
        </h1>
        <span className="grow" />
        {view && <span className={controls.tag}>{view.recipe}</span>}
        <Link className={controls.button} to={`/proof/${strand.cable}`}>
          {say('end.strands')}
        </Link>
      </header>
      <div className={bench.benchtop}>
        {/* What scrolls must be reachable by key. */}
        {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex */}
        <section className={`card ${css.steps}`} tabIndex={0} aria-label={view?.title}>
          {figure ? (
            <p className={`${css.figure} figures`}>
              {figure.value} <small>{figure.unit}</small>
              <span>{figure.note}</span>
            </p>
          ) : (
            drawn && now && <HandAct act={drawn} title={now.title} />
          )}
          {view && (
            <>
              <List says={say('end.before')} steps={view.steps.filter((each) => !each.isAfter)} />
              <List says={say('end.after')} steps={view.steps.filter((each) => each.isAfter)} />
            </>
          )}
        </section>
        <section className={`card ${work.work}`} data-part="work" aria-live="polite">
          {now && mayWork ? (
            <Now key={`${now.id} ${now.at}`} now={now} says={says} onDone={(read) => void act({ step: now.id, read })} />
          ) : (
            <>
              <h2>{say(!view ? 'end.none' : view.isClosed ? 'end.closed' : now ? 'end.looking' : 'end.strands-turn')}</h2>
              <div className="grow" />
              <Link className={controls.mainAction} to={`/proof/${strand.cable}`}>
                {say('end.strands')}
              </Link>
            </>
          )}
        </section>
      </div>
      <footer className={css.foot}>
        {last && mayWork && (
          <button className={controls.button} onClick={() => setBack(last)}>
            {say('bench.undo', { what: last.name })}
          </button>
        )}
      </footer>
      {back && (
        <TakeBack
          what={back.name}
          cutsGlass={false}
          strands={1}
          onClose={() => setBack(undefined)}
          onTakeBack={(reason) => {
            setBack(undefined);
            void act({ step: back.id, reason });
          }}
        />
      )}
    </div>
  );
}

/** The step to do, as at the bench: what, how, what is asked, Done in the lower third. */
function Now({ now, says, onDone }: { now: EndStep; says: string; onDone: (read?: string) => void }) {
  const choices = now.ask?.choices ?? [];
  useKeys({
    ...(now.ask ? {} : { done: () => onDone(), 'pedal-done': () => onDone() }),
    choice: (number) => {
      const choice = choices[number - 1];
      if (choice) onDone(choice.value);
    },
  });
  return (
    <>
      <div className={step.readPart}>
        <h2>{now.title}</h2>
        {now.standing === 'bad' ? (
          <p role="alert" className={css.then}>
            <b>{now.read}.</b> {now.then}
          </p>
        ) : (
          <>
            <p className={step.how}>{now.how}</p>
            <p className={css.why}>
              <b>{say('bench.why')}</b> {now.why}
            </p>
          </>
        )}
        {now.cautions.length > 0 && (
          <ul className={step.cautions}>
            {now.cautions.map((caution) => (
              <li key={caution}>{caution} </li>
            ))}
          </ul>
        )}
        <FaultLine says={says} />
      </div>
      <div className={step.actPart}>
        {now.ask ? (
          <Choices
            question={now.ask.question}
            choices={choices.map((choice) => ({ key: choice.value, says: choice.say }))}
            onPick={onDone}
            isOne
          />
        ) : (
          <div className="row">
            <button className={`${controls.mainAction} grow`} onClick={() => onDone()}>
              {say('bench.done')}
            </button>
          </div>
        )}
      </div>
    </>
  );
}

function List({ says, steps }: { says: string; steps: readonly EndStep[] }) {
  if (steps.length === 0) return null;
  return (
    <>
      <h3>{says}</h3>
      <ol className={css.list}>
        {steps.map((each) => (
          <li key={each.id} className={css[each.standing]} aria-current={each.standing === 'now' ? 'step' : undefined}>
            <span>{each.name}</span>
            <small>{each.standing === 'done' && each.read ? each.read : say(`end.standing-${each.standing}`)}</small>
          </li>
        ))}
      </ol>
    </>
  );
}
