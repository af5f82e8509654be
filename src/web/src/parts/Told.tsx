import type { ReactNode } from 'react';
import { say } from '../shell/words';
import css from './Told.module.css';
import controls from './controls.module.css';

/** As much of a query as its answer's place needs. */
interface Asked<T> {
  data: T | undefined;
  error: Error | null;
  isFetching: boolean;
  refetch: () => unknown;
}

/**
 * What a query answered; until then its outline, and where it failed what went wrong, with a way to ask again. What was told before stays when asking anew
 * fails.
 * @param lines of the outline
 */
export function Told<T>({ query, lines = 6, children }: { query: Asked<T>; lines?: number; children: (told: T) => ReactNode }) {
  if (query.data !== undefined) return children(query.data);
  if (query.error) return <Failed why={query.error} isTrying={query.isFetching} onAgain={() => void query.refetch()} />;
  return (
    <div className="page" role="status" aria-busy="true" aria-label={say('told.waiting')}>
      {Array.from({ length: lines + 1 }, (_, at) => (
        <i key={at} className={css.line} />
      ))}
    </div>
  );
}

/** Something could not be had: what and why, and the way to try again. */
export function Failed({ why, isTrying = false, onAgain }: { why: Error; isTrying?: boolean; onAgain: () => void }) {
  return (
    <div className="page">
      <section className="card look" role="alert">
        <h2>{say('told.failed')}</h2>
        <p>{why instanceof TypeError ? say('shell.no-server') : why.message}</p>
        <p>
          <button className={controls.button} disabled={isTrying} onClick={onAgain}>
            {say(isTrying ? 'told.trying' : 'told.again')}
          </button>
        </p>
      </section>
    </div>
  );
}
