import { useState } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import type { Deed } from '../../core/benchSession';
import type { Unit } from '../../core/core';
import { TakeBack } from '../../parts/TakeBack';
import { FaultLine } from '../../shell/faults';
import { say } from '../../shell/words';
import { MoveWork } from './MoveWork';
import type { StoryLine } from './storyGroups';
import { StoryLines } from './StoryLines';

interface Props {
  told: Schemas['StoryView'];
  unit: Unit;
  act: (deed: Deed) => Promise<void>;
  fault: string;
  mayWork: boolean;
  isNarrow?: boolean;
}

/** What happened to one strand's end, with what may be taken back or moved by who works on it; a viewer reads the same without that. */
export function StoryBody({ told, unit, act, fault, mayWork, isNarrow }: Props) {
  const [undone, setUndone] = useState<StoryLine>();
  const [moved, setMoved] = useState<StoryLine>();
  const { termination, state, lines, people } = told;
  return (
    <>
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
        secondGradings={told.secondGradings}
        timeZone={told.timeZone}
        isNarrow={isNarrow}
        onTakeBack={mayWork ? setUndone : undefined}
        onMove={mayWork ? setMoved : undefined}
      />
      {told.aside.length > 0 && (
        <section className="card look">
          <h2>{say('story.aside', { count: told.aside.length })}</h2>
          {told.aside.map((each) => (
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
          cable={told.cable}
          from={termination}
          end={told.end}
          what={moved.what}
          onClose={() => setMoved(undefined)}
          onMove={(to, reason) => {
            setMoved(undefined);
            void act({ move: { from: termination, to, first: moved.event, reason } });
          }}
        />
      )}
    </>
  );
}
