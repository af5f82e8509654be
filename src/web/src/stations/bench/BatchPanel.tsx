import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import type { Intent } from '../../core/core';
import { SidePanel } from '../../parts/SidePanel';
import { toldOrKept, uuid7 } from '../../shell/tablet';
import { say } from '../../shell/words';
import css from './BatchPanel.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  tray: Schemas['BatchQueueView'][];
  batch?: string;
  person: string;
  onAct: (intent: Intent, on: string[]) => Promise<boolean>;
  onBatch: (batch: string, strands: string[]) => void;
  onClose: () => void;
}

/** What is done to the batch itself: hand it over, split some off, join another, take some out. */
export function BatchPanel({ tray, batch, person, onAct, onBatch, onClose }: Props) {
  const [chosen, setChosen] = useState<string[]>(() => tray.map((strand) => strand.termination));
  const mates = useQuery({
    queryKey: ['mates'],
    queryFn: () => toldOrKept('mates', () => got(api.GET('/api/v1/session/mates'))),
  });
  const batches = useQuery({
    queryKey: ['batches'],
    queryFn: () => toldOrKept('batches', () => got(api.GET('/api/v1/batches'))),
  });
  const others = batches.data?.filter((other) => other.batch !== batch) ?? [];
  const begun = chosen.filter((id) => tray.some((strand) => strand.termination === id && strand.inHand));
  const together = async (to: string | null) => {
    if (!(await onAct({ kind: 'together', batch: to }, chosen))) return;
    if (to) onBatch(to, chosen);
    onClose();
  };
  return (
    <SidePanel title={say('batch.title')} onClose={onClose}>
      <fieldset className={css.strandChecks}>
        <legend>{say('batch.which')}</legend>
        {tray.map((strand) => (
          <label key={strand.termination} className={controls.check}>
            <input
              type="checkbox"
              checked={chosen.includes(strand.termination)}
              onChange={(event) =>
                setChosen(
                  event.target.checked ? [...chosen, strand.termination] : chosen.filter((id) => id !== strand.termination),
                )
              }
            />
            {strand.strand}
          </label>
        ))}
      </fieldset>
      <h3>{say('batch.hand-over')}</h3>
      <div className="row">
        {mates.data
          ?.filter((mate) => mate.mayWork)
          .map((mate) => (
            <button
              type="button"
              className={controls.button}
              key={mate.id}
              disabled={begun.length === 0}
              onClick={() => void onAct({ kind: 'hand-over', to: mate.id }, begun).then((ok) => ok && onClose())}
            >
              {mate.id === person ? say('batch.to-me') : mate.name}
            </button>
          ))}
      </div>
      {begun.length === 0 && <p>{say('batch.none-begun')}</p>}
      <h3>{say('batch.take')}</h3>
      <div className="row">
        <button type="button" className={controls.button} disabled={chosen.length === 0} onClick={() => void together(uuid7())}>
          {say(batch ? 'batch.split' : 'batch.make')}
        </button>
        {batch && (
          <button type="button" className={controls.button} disabled={chosen.length === 0} onClick={() => void together(null)}>
            {say('batch.out')}
          </button>
        )}
        {others.map((other) => (
          <button
            type="button"
            className={controls.button}
            key={other.batch}
            disabled={chosen.length === 0}
            onClick={() => void together(other.batch)}
          >
            {say('batch.join', { where: other.where, numbers: other.numbers })}
          </button>
        ))}
      </div>
    </SidePanel>
  );
}
