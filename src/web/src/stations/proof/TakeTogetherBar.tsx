import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, got } from '../../api/client';
import { actOn, rememberBatch } from '../../core/bench';
import { FaultLine } from '../../shell/faults';
import { whyNotKept } from '../../shell/record';
import { pick, usePicked } from '../../shell/picked';
import { toldOrKept, uuid7 } from '../../shell/tablet';
import { say } from '../../shell/words';
import css from './TakeTogetherBar.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  person: string;
  onPickAll: (end: 'near' | 'far') => void;
  onTaken: (batch: string) => void;
}

/** The strands picked so far, on whatever cables, and the batch they go into. */
export function TakeTogetherBar({ person, onPickAll, onTaken }: Props) {
  const picked = usePicked();
  const [fault, setFault] = useState('');
  const batches = useQuery({
    queryKey: ['batches'],
    queryFn: () => toldOrKept('batches', () => got(api.GET('/api/v1/batches'))),
  });
  const take = async (batch: string) => {
    const on = picked.map((end) => end.id);
    setFault('');
    try {
      const done = await actOn(on, person, { unit: 'mm', intent: { kind: 'together', batch } });
      if (!done.isDone) return setFault(done.says);
      await rememberBatch(batch, on);
      pick.clear();
      onTaken(batch);
    } catch (error) {
      setFault(whyNotKept(error));
    }
  };
  return (
    <section className={`card row ${css.take} no-print`} aria-label={say('batch.title')}>
      <b>{say('batch.picked', { count: picked.length })}</b>
      <button className={controls.button} onClick={() => onPickAll('near')}>
        {say('batch.all-near')}
      </button>
      <button className={controls.button} onClick={() => onPickAll('far')}>
        {say('batch.all-far')}
      </button>
      {picked.length > 0 && (
        <>
          <button className={controls.button} onClick={pick.clear}>
            {say('batch.clear')}
          </button>
          <div className="grow" />
          {batches.data?.map((batch) => (
            <button className={controls.button} key={batch.batch} onClick={() => void take(batch.batch)}>
              {say('batch.join', { where: batch.where, numbers: batch.numbers })}
            </button>
          ))}
          <button className={controls.mainLower} onClick={() => void take(uuid7())}>
            {say('batch.take-picked', { count: picked.length })}
          </button>
        </>
      )}
      <FaultLine says={fault} />
    </section>
  );
}
