import { Link } from 'react-router';
import type { Unit } from '../../core/core';
import { EndFaceGlyph } from '../../drawing/EndFaceGlyph';
import { Told } from '../../parts/Told';
import { say } from '../../shell/words';
import type { End } from './ladderRows';
import { StoryBody } from './StoryBody';
import { useStory } from './useStory';
import css from './EndStory.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  end: End;
  unit: Unit;
  person: string;
  mayWork: boolean;
  onClose: () => void;
}

/** The story of the end that is picked on the ladder, beside it. */
export function EndStory({ end, unit, person, mayWork, onClose }: Props) {
  const { story, act, fault } = useStory(end.id, unit, person);
  return (
    <aside className={`card no-print ${css.beside}`} aria-label={say('ladder.story-of', { label: end.label })}>
      <header className="row apart">
        <h2 className="row">
          <EndFaceGlyph phase={end.phase} attempt={end.attempt} size={36} />
          <span className="figures">{end.label}</span>
        </h2>
        <button className={controls.button} onClick={onClose}>
          {say('panel.close')}
        </button>
      </header>
      <div className={css.story}>
        <Told query={story} lines={5}>
          {(told) => <StoryBody told={told} unit={unit} act={act} fault={fault} mayWork={mayWork} isNarrow />}
        </Told>
      </div>
      <footer className={css.ways}>
        <Link className={controls.button} to={`/story/${end.id}`}>
          {say('story.whole')}
        </Link>
        <Link className={controls.mainLower} to={`/bench/${end.id}`}>
          {say('story.to-bench')}
        </Link>
      </footer>
    </aside>
  );
}
