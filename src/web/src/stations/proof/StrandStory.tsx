import { Link, useParams } from 'react-router';
import type { Unit } from '../../core/core';
import { EndFaceGlyph } from '../../drawing/EndFaceGlyph';
import { StrandTab } from '../../drawing/StrandTab';
import { Told } from '../../parts/Told';
import { say } from '../../shell/words';
import { StoryBody } from './StoryBody';
import { useStory } from './useStory';
import controls from '../../parts/controls.module.css';

/** Everything that happened to one strand's end, nothing left out. */
export function StrandStory({ unit, person, mayWork }: { unit: Unit; person: string; mayWork: boolean }) {
  const { termination = '' } = useParams();
  const { story, act, fault } = useStory(termination, unit, person);
  return (
    <Told query={story}>
      {(told) => (
        <div className="page">
          <header className="row">
            <EndFaceGlyph phase={told.state.phase} attempt={told.state.attempt} size={56} />
            <div>
              <h1>
                <span className="figures">{told.label}</span> · {say(`end.${told.end}`)}
              </h1>
              <p>
                <StrandTab strand={told.strand} color={told.color} /> · {told.state.plan?.connector}/{told.state.plan?.polish} ·{' '}
                {told.state.plan?.grade}
                {told.state.recipe &&
                  ` · ${say('story.recipe', { recipe: told.state.recipe.id, version: told.state.recipe.version })}`}
              </p>
            </div>
            <div className="grow" />
            <Link className={`${controls.button} no-print`} to={`/proof/${told.cable}`}>
              {say('story.to-cable')}
            </Link>
            <Link className={`${controls.button} no-print`} to={`/bench/${termination}`}>
              {say('story.to-bench')}
            </Link>
            <button className={`${controls.button} no-print`} onClick={() => window.print()}>
              {say('ladder.print')}
            </button>
          </header>
          <section className="card">
            <StoryBody told={told} unit={unit} act={act} fault={fault} mayWork={mayWork} />
          </section>
        </div>
      )}
    </Told>
  );
}
