import type { Schemas } from '../../api/client';
import { say } from '../../shell/words';
import css from './ReferenceLine.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  reference: Schemas['RunReference'];
  people: Record<string, string>;
  mayWork: boolean;
  onTake: () => void;
  onCheck: () => void;
  onEnd: () => void;
}

/** The reference that is measured against, in a line: how it stands, what it is, and what can be done with it. */
export function ReferenceLine({ reference, people, mayWork, onTake, onCheck, onEnd }: Props) {
  const { taken, standing } = reference;
  return (
    <section className={`card ${css.line} ${css[standing]}`} aria-label={say('run.reference')}>
      <p>
        <b>{say('run.reference')}</b> {reference.says}
        {taken && (
          <small>
            {say(`run.method-${taken.method}`)}:{' '}
            {taken.cords
              .map((cord) => (cord.isReferenceGrade ? `${cord.name} (${say('run.cord-graded')})` : cord.name))
              .join(', ')}
            {taken.powers.map((power) => (
              <span key={power.wavelength} className="figures">
                {power.wavelength}: {power.power ?? say('run.zeroed')}
              </span>
            ))}
            <span>
              {say('run.taken-by', { who: people[reference.by ?? ''] ?? say('run.you'), when: timeOf(reference.lastGood) })}
            </span>
          </small>
        )}
      </p>
      {mayWork && (
        <div className="row">
          {taken && standing !== 'ended' && (
            <>
              <button className={controls.button} onClick={onCheck}>
                {say('run.check-reference')}
              </button>
              <button className={controls.button} onClick={onEnd}>
                {say('run.disconnected')}
              </button>
            </>
          )}
          {taken && (
            <button className={controls.button} onClick={onTake}>
              {say('run.take-again')}
            </button>
          )}
        </div>
      )}
    </section>
  );
}

const timeOf = (at?: string | null) =>
  at ? new Date(at).toLocaleTimeString('en', { hour: '2-digit', minute: '2-digit', hour12: false }) : '';
