import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Schemas } from '../../api/client';
import { actOn } from '../../core/bench';
import type { Unit } from '../../core/core';
import { FaultLine } from '../../shell/faults';
import { send } from '../../shell/outbox';
import { whyNotKept } from '../../shell/record';
import { say } from '../../shell/words';
import css from './DiagnosisCard.module.css';
import controls from '../../parts/controls.module.css';

/** Causes shown with their reasons; the others hardly matter. */
const mostShown = 3;

interface Props {
  diagnosis: Schemas['DiagnosisAnswer'];
  /** The terminations, to which the way back to the bench leads. */
  near: string;
  far: string;
  /** The crew's own, weighed in it. */
  findings: number;
  /** What the bench would do first at each end that it can put right. */
  rework: Schemas['ReworkWay'][];
  person: string;
  mayWork: boolean;
  unit: Unit;
}

/** Why a link loses too much, likeliest first, and what to try. */
export function DiagnosisCard({ diagnosis, near, far, findings, rework, person, mayWork, unit }: Props) {
  const [first, second] = diagnosis.tests;
  const end = diagnosis.causes[0]?.end;
  const navigate = useNavigate();
  const [fault, setFault] = useState('');
  const take = async ({ termination, sign, reading }: Schemas['ReworkWay']) => {
    try {
      const done = await actOn([termination], person, { unit, intent: { kind: 'reopen', sign, reading } });
      if (!done.isDone) return setFault(done.says);
      await send();
      await navigate(`/bench/${termination}`);
    } catch (error) {
      setFault(whyNotKept(error));
    }
  };
  const ways = mayWork ? rework.filter((way) => !end || way.end === end) : [];
  return (
    <section className={`card ${css.diagnosis}`} aria-label={say('cause.title')} data-part="diagnosis">
      <div>
        <h2>{say('cause.title')}</h2>
        <ol>
          {diagnosis.causes.slice(0, mostShown).map((cause) => (
            <li key={cause.cause}>
              <p className={css.cause}>
                <b className="figures">{Math.round(cause.probability * 100)} %</b> {cause.says}
                {cause.end && <small>{say(`cause.at-${cause.end}`)}</small>}
              </p>
              <i className={css.share} style={{ width: `${cause.probability * 100}%` }} aria-hidden="true" />
              {cause.reasons.map((reason) => (
                <p key={reason} className={css.reason}>
                  {reason}
                </p>
              ))}
            </li>
          ))}
        </ol>
        {!diagnosis.named && <p className={css.reason}>{say('cause.not-certain')}</p>}
        {findings > 0 && <p className={css.reason}>{say('cause.own', { count: findings })}</p>}
      </div>
      <div className={css.next}>
        <h2>{say('cause.next')}</h2>
        {first && <p className={css.first}>{first.says}</p>}
        {first && <p className={css.reason}>{say('cause.minutes', { minutes: first.minutes })}</p>}
        {second && (
          <p className={css.reason}>
            {say('cause.then')} {second.says}
          </p>
        )}
        <div className="grow" />
        {ways.map((way) => (
          <p key={way.end} className={css.reason}>
            {say(`cause.first-${way.end}`, { action: way.action })} {way.why}
          </p>
        ))}
        <FaultLine says={fault} />
        {ways.map((way) => (
          <button key={way.end} type="button" className={controls.button} onClick={() => void take(way)}>
            {say(`cause.rework-${way.end}`)}
          </button>
        ))}
        {(ways.length > 0 ? [] : end ? [end] : (['near', 'far'] as const)).map((which) => (
          <Link key={which} className={controls.button} to={`/bench/${which === 'near' ? near : far}`}>
            {say(`cause.bench-${which}`)}
          </Link>
        ))}
      </div>
    </section>
  );
}
