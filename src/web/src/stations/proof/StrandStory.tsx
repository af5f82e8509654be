import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { actOn } from '../../core/bench';
import type { Deed } from '../../core/benchSession';
import type { Unit } from '../../core/core';
import { EndFaceGlyph } from '../../drawing/EndFaceGlyph';
import { StrandTab } from '../../drawing/StrandTab';
import { FaultLine } from '../../shell/faults';
import { send } from '../../shell/outbox';
import { whyNotKept } from '../../shell/record';
import { say } from '../../shell/words';
import { TakeBack } from '../bench/TakeBack';
import { MoveWork } from './MoveWork';
import { StoryLines } from './StoryLines';

type Line = Schemas['StoryLine'];

/** Everything that happened to one strand's end, nothing left out. */
export function StrandStory({ unit, person, mayWork }: { unit: Unit; person: string; mayWork: boolean }) {
  const { termination = '' } = useParams();
  const queries = useQueryClient();
  const [undone, setUndone] = useState<Line>();
  const [moved, setMoved] = useState<Line>();
  const [fault, setFault] = useState('');
  const story = useQuery({
    queryKey: ['story', termination, unit],
    queryFn: () => got(api.GET('/api/v1/terminations/{id}/story', { params: { path: { id: termination }, query: { unit } } })),
    refetchOnMount: 'always',
  });
  if (story.error) return <p role="alert">{story.error.message}</p>;
  if (!story.data) return null;
  const { state, lines, people } = story.data;
  const plan = state.plan;

  const act = async (deed: Deed) => {
    setFault('');
    try {
      const on = 'move' in deed ? [termination, deed.move.to] : [termination];
      const done = await actOn(on, person, deed);
      if (!done.isDone) setFault(done.says);
      await send();
      await queries.invalidateQueries({ queryKey: ['story'] });
    } catch (error) {
      setFault(whyNotKept(error));
    }
  };
  return (
    <div className="page">
      <header className="row">
        <EndFaceGlyph phase={state.phase} attempt={state.attempt} size={56} />
        <div>
          <h1>
            <span className="figures">{story.data.label}</span> · {say(`end.${story.data.end}`)}
          </h1>
          <p>
            <StrandTab strand={story.data.strand} color={story.data.color} /> · {plan?.connector}/{plan?.polish} · {plan?.grade}
            {state.recipe && ` · ${say('story.recipe', { recipe: state.recipe.id, version: state.recipe.version })}`}
          </p>
        </div>
        <div className="grow" />
        <Link className="button no-print" to={`/bench/${termination}`}>
          {say('story.to-bench')}
        </Link>
        <button className="button no-print" onClick={() => window.print()}>
          {say('ladder.print')}
        </button>
      </header>
      {state.needsALook && (
        <p className="card look" role="alert">
          {say('bench.needs-a-look')} <Link to={`/look/${termination}`}>{say('look.open')}</Link>
        </p>
      )}
      <FaultLine says={fault} />
      <StoryLines
        termination={termination}
        lines={lines}
        people={people}
        secondGradings={story.data.secondGradings}
        timeZone={story.data.timeZone}
        onTakeBack={mayWork ? setUndone : undefined}
        onMove={mayWork ? setMoved : undefined}
      />
      {story.data.aside.length > 0 && (
        <section className="card look">
          <h2>{say('story.aside', { count: story.data.aside.length })}</h2>
          {story.data.aside.map((each) => (
            <p key={each.event}>
              {say('story.aside-line', {
                actor: people[each.actor] ?? say('story.someone'),
                sender: people[each.sentBy] ?? say('story.someone'),
              })}{' '}
              {each.reason}
            </p>
          ))}
        </section>
      )}
      {undone && (
        <TakeBack
          what={undone.what}
          cutsGlass={undone.cutsGlass}
          strands={1}
          later={lines.slice(lines.indexOf(undone) + 1).filter((line) => line.effect === 'counts' && line.isWork).length}
          onClose={() => setUndone(undefined)}
          onTakeBack={(reason, glassWasCut) => {
            setUndone(undefined);
            void act({ unit, intent: { kind: 'undo', event: undone.event, reason, glassWasCut } });
          }}
        />
      )}
      {moved && (
        <MoveWork
          cable={story.data.cable}
          from={termination}
          end={story.data.end}
          what={moved.what}
          onClose={() => setMoved(undefined)}
          onMove={(to, reason) => {
            setMoved(undefined);
            void act({ move: { from: termination, to, first: moved.event, reason } });
          }}
        />
      )}
    </div>
  );
}
