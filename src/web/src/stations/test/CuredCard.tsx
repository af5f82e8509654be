import { Select } from 'antd';
import type { Schemas } from '../../api/client';
import { FaultLine } from '../../shell/faults';
import { say } from '../../shell/words';
import { useRunDeed } from './useRunDeed';
import css from './CuredCard.module.css';
import controls from '../../parts/controls.module.css';

/** Causes that have a button; the others are picked from a list. */
const mostButtons = 4;

interface Props {
  cable: string;
  strand: number;
  cured: Schemas['CuredLine'];
  person: string;
  onSaid: () => void;
}

/** A link that was put right: what it had is said with one tap, and weighed in what is likely next time. */
export function CuredCard({ cable, strand, cured, person, onSaid }: Props) {
  const { act, says } = useRunDeed(cable, person, onSaid);
  const tell = (cause: Schemas['Cause']) => act({ kind: 'cause', strand, cause, before: cured.before, after: cured.after });
  return (
    <section className={`card ${css.cured}`} data-part="cured">
      <h2>{say('cause.what-was-it')}</h2>
      <p>
        {cured.says} {say('cause.what-how')}
      </p>
      <div className="row">
        {cured.causes.slice(0, mostButtons).map((choice) => (
          <button key={choice.cause} type="button" className={controls.button} onClick={() => void tell(choice.cause)}>
            {choice.says}
          </button>
        ))}
        <Select<Schemas['Cause']>
          value={null}
          placeholder={say('cause.what-other')}
          aria-label={say('cause.what-other')}
          popupMatchSelectWidth={false}
          options={cured.causes.slice(mostButtons).map((choice) => ({ value: choice.cause, label: choice.says }))}
          onChange={(cause) => void tell(cause)}
        />
      </div>
      <FaultLine says={says} />
    </section>
  );
}
