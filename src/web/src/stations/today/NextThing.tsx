import { Link } from 'react-router';
import { EndsBar } from '../../drawing/EndsBar';
import { say } from '../../shell/words';
import type { Next } from './nextOf';
import { hoursOf } from './MyDay';
import css from './NextThing.module.css';
import controls from '../../parts/controls.module.css';

/** The one thing to do now: what, how far it is, and one large way in. */
export function NextThing({ next }: { next: Next }) {
  return (
    <section className={`card ${css.next}`} aria-label={say('today.next')}>
      <div>
        <p className={css.kind}>{say(`today.next-${next.kind}`)}</p>
        <p className={css.name}>{next.name}</p>
        {next.batch && (
          <p>
            {say('today.batch', { numbers: next.batch.numbers, done: next.batch.done, of: next.batch.of })}{' '}
            {next.batch.trouble > 0 && <b className="bad">{say('today.batch-trouble', { count: next.batch.trouble })}</b>}
          </p>
        )}
        {next.look && (
          <p>
            {next.look.cableName} · {next.look.jobName}
          </p>
        )}
        {next.task && (
          <p>
            {hoursOf(next.task)} · {[next.task.site, next.task.room, ...next.task.with].join(', ')}
          </p>
        )}
        {next.cable && <EndsBar ends={next.cable.ends} />}
      </div>
      <Link className={controls.mainAction} to={next.to} aria-label={`${say(`today.go-${next.kind}`)}: ${next.name}`}>
        {say(`today.go-${next.kind}`)}
      </Link>
    </section>
  );
}
