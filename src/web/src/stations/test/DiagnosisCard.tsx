import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
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
}

/** Why a link loses too much, likeliest first, and what to try. */
export function DiagnosisCard({ diagnosis, near, far, findings }: Props) {
  const [first, second] = diagnosis.tests;
  const end = diagnosis.causes[0]?.end;
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
        {(end ? [end] : (['near', 'far'] as const)).map((which) => (
          <Link key={which} className={controls.button} to={`/bench/${which === 'near' ? near : far}`}>
            {say(`cause.bench-${which}`)}
          </Link>
        ))}
      </div>
    </section>
  );
}
