import { Segmented } from 'antd';
import { GlyphLegend } from '../drawing/GlyphLegend';
import { SidePanel } from '../parts/SidePanel';
import { KeyList } from './KeyList';
import { choose, useTastes, type Tastes } from './tastes';
import { say, type Key } from './words';
import css from './HelpPanel.module.css';
import controls from '../parts/controls.module.css';

const options: { [T in keyof Tastes]: readonly Tastes[T][] } = {
  look: ['light', 'dark'],
  unit: ['mm', 'in'],
  hands: ['gloved', 'desk'],
};

/** Keys of this page, what the glyphs mean, and how this tablet is set. */
export default function HelpPanel({ onClose, onTour }: { onClose: () => void; onTour: () => void }) {
  const tastes = useTastes();
  return (
    <SidePanel title={say('help.title')} onClose={onClose}>
      <section className={css.tastes}>
        {(Object.keys(options) as (keyof Tastes)[]).map((taste) => (
          <div key={taste} role="group" aria-label={say(`taste.${taste}`)}>
            <span>{say(`taste.${taste}`)}</span>
            <Segmented
              value={tastes[taste]}
              options={options[taste].map((value) => ({ value, label: say(`taste.${taste}-${value}` as Key) }))}
              onChange={(value) => choose({ [taste]: value })}
            />
          </div>
        ))}
      </section>
      <h3>{say('legend.title')}</h3>
      <GlyphLegend />
      <h3>{say('keys.title')}</h3>
      <KeyList />
      <button type="button" className={controls.button} onClick={onTour}>
        {say('tour.again')}
      </button>
    </SidePanel>
  );
}
