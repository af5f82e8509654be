import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Input } from 'antd';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api, got } from '../../api/client';
import { actOn } from '../../core/bench';
import type { Unit } from '../../core/core';
import { Told } from '../../parts/Told';
import { FaultLine } from '../../shell/faults';
import { send } from '../../shell/outbox';
import { whyNotKept } from '../../shell/record';
import { say } from '../../shell/words';
import { StoryLines } from './StoryLines';
import css from './Look.module.css';
import controls from '../../parts/controls.module.css';

/** A strand that two tablets worked on without knowing of each other: both stories, and a lead's decision. */
export function Look({ unit, person, maySettle }: { unit: Unit; person: string; maySettle: boolean }) {
  const { termination = '' } = useParams();
  const go = useNavigate();
  const queries = useQueryClient();
  const [note, setNote] = useState('');
  const [wasCut, setWasCut] = useState(true);
  const [fault, setFault] = useState('');
  const stories = useQuery({
    queryKey: ['stories', termination, unit],
    queryFn: () => got(api.GET('/api/v1/terminations/{id}/stories', { params: { path: { id: termination }, query: { unit } } })),
    refetchOnMount: 'always',
  });
  if (!stories.data) return <Told query={stories}>{() => null}</Told>;
  const { label, common, first, second, people, timeZone, glassWasCut } = stories.data;
  const settle = async (keep: 'first' | 'second' | 'what-fits') => {
    setFault('');
    try {
      const intent = { kind: 'settle', keep, glassWasCut: glassWasCut && wasCut, note } as const;
      const done = await actOn([termination], person, { unit, intent });
      if (!done.isDone) return setFault(done.says);
      await send();
      await queries.invalidateQueries();
      await go(`/story/${termination}`);
    } catch (error) {
      setFault(whyNotKept(error));
    }
  };
  if (first.length + second.length === 0)
    return (
      <div className="page">
        <h1>{say('look.title', { label })}</h1>
        <p>{say('look.none')}</p>
        <Link to={`/story/${termination}`}>{say('bench.story')}</Link>
      </div>
    );
  return (
    <div className="page">
      <h1>{say('look.title', { label })}</h1>
      <p>{say('look.what', { count: common.length })}</p>
      {maySettle && (
        <section className={`card ${css.settle}`}>
          <label>
            {say('look.note')}
            <Input value={note} maxLength={500} onChange={(event) => setNote(event.target.value)} />
          </label>
          {glassWasCut && (
            <label className={`row ${controls.check}`}>
              <input type="checkbox" checked={wasCut} onChange={(event) => setWasCut(event.target.checked)} />
              {say('look.glass')}
            </label>
          )}
        </section>
      )}
      <div className={`grid two ${css.stories}`}>
        {(
          [
            ['first', first],
            ['second', second],
          ] as const
        ).map(([which, lines]) => (
          <section key={which}>
            <h2>{say(`look.${which}`)}</h2>
            <StoryLines lines={lines} people={people} timeZone={timeZone} isNarrow />
            {maySettle && (
              <button className={controls.mainAction} disabled={!note.trim()} onClick={() => void settle(which)}>
                {say('look.keep')}
              </button>
            )}
          </section>
        ))}
      </div>
      {maySettle ? (
        <section className={`card ${css.settle}`}>
          <FaultLine says={fault} />
          <button className={controls.button} disabled={!note.trim()} onClick={() => void settle('what-fits')}>
            {say('look.both')}
          </button>
        </section>
      ) : (
        <p>{say('look.lead')}</p>
      )}
    </div>
  );
}
