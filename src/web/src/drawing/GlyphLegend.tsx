import { say } from '../shell/words';
import { EndFaceGlyph } from './EndFaceGlyph';
import css from './GlyphLegend.module.css';

const phases = ['planned', 'prepared', 'terminated', 'doubtful', 'verified', 'rejected'] as const;

/** What the end-face glyphs mean, in the order in which an end comes to them. */
export function GlyphLegend() {
  return (
    <ul className={css.legend} aria-label={say('legend.title')}>
      {phases.map((phase) => (
        <li key={phase}>
          <EndFaceGlyph phase={phase} />
          <span>
            <b>{say(`phase.${phase}`)}</b> {say(`legend.${phase}`)}
          </span>
        </li>
      ))}
      <li>
        <EndFaceGlyph phase="verified" attempt={2} />
        <span>
          <b>{say('legend.reworked')}</b> {say('legend.attempt')}
        </span>
      </li>
    </ul>
  );
}
