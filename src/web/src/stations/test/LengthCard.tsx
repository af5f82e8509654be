import { Checkbox, Input } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { FaultLine } from '../../shell/faults';
import { say } from '../../shell/words';
import { useRunDeed } from './useRunDeed';
import css from './LengthCard.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  cable: string;
  link: Schemas['LinkView'];
  person: string;
  mayWork: boolean;
  onRead: () => void;
}

/** The length of a link's fiber: the plan's until it is measured, and then what was measured. */
export function LengthCard({ cable, link, person, mayWork, onRead }: Props) {
  const [read, setRead] = useState('');
  const [isOfAll, setOfAll] = useState(false);
  const { act, says } = useRunDeed(cable, person, onRead);
  const keep = async () => {
    if (await act({ kind: 'length', strand: isOfAll ? null : link.strand, read })) setRead('');
  };
  return (
    <section className="card" data-part="length">
      <h2>
        {say('run.length')}{' '}
        <b className="figures">{say(link.isMeasured ? 'run.length-measured' : 'run.length-planned', { meters: link.meters })}</b>
      </h2>
      {link.isMeasuredSince && <p>{say('run.length-since')}</p>}
      {mayWork && (
        <form
          className={css.form}
          onSubmit={(event) => {
            event.preventDefault();
            void keep();
          }}
        >
          <Input
            className="figures"
            aria-label={say('run.length-read')}
            placeholder={say('run.length-read')}
            value={read}
            onChange={(event) => setRead(event.target.value)}
          />
          <Checkbox checked={isOfAll} onChange={(event) => setOfAll(event.target.checked)}>
            {say('run.length-all')}
          </Checkbox>
          <button type="submit" className={controls.button} disabled={read.trim() === ''}>
            {say('run.length-keep')}
          </button>
        </form>
      )}
      <FaultLine says={says} />
    </section>
  );
}
