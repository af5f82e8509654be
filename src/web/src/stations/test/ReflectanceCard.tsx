import { Input, Select } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { shown } from '../../drawing/LossBar';
import { FaultLine } from '../../shell/faults';
import { say } from '../../shell/words';
import { useRunDeed } from './useRunDeed';
import css from './ReflectanceCard.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  cable: string;
  strand: number;
  lines: readonly Schemas['ReflectanceLine'][];
  wavelengths: readonly number[];
  person: string;
  mayWork: boolean;
  onRead: () => void;
}

/** What each end of a link may throw back by its polish, what it does, and a reading that is typed. */
export function ReflectanceCard({ cable, strand, lines, wavelengths, person, mayWork, onRead }: Props) {
  const [end, setEnd] = useState<Schemas['CableEnd']>('near');
  const [wavelength, setWavelength] = useState(wavelengths[0] ?? 0);
  const [read, setRead] = useState('');
  const { act, says } = useRunDeed(cable, person, onRead);
  const keep = async () => {
    if (await act({ kind: 'reflectance', strand, end, wavelength, read })) setRead('');
  };
  return (
    <section className="card" data-part="reflectance">
      <h2>{say('run.reflectance')}</h2>
      <ul className={css.ends}>
        {lines.map((line) => (
          <li key={line.end}>
            <span>{say(`end.${line.end}`)}</span>
            <b className={`figures ${line.isGood === false ? 'bad' : ''}`}>
              {line.read && line.wavelength
                ? say('run.reflectance-at', { reflectance: shown(line.read), wavelength: line.wavelength })
                : say('run.reflectance-not-read')}
            </b>
            <small>
              {say('run.reflectance-most', { polish: line.polish, most: shown(line.most) })} · {line.source}
              {line.isGood === false && ` · ${say('run.reflectance-high')}`}
            </small>
          </li>
        ))}
      </ul>
      {mayWork && (
        <form
          className={css.form}
          onSubmit={(event) => {
            event.preventDefault();
            void keep();
          }}
        >
          <Select
            aria-label={say('run.direction')}
            value={end}
            onChange={setEnd}
            options={lines.map((line) => ({ value: line.end, label: say(`end.${line.end}`) }))}
          />
          <Select
            aria-label={say('result.what-wavelength')}
            value={wavelength}
            onChange={setWavelength}
            options={wavelengths.map((value) => ({ value, label: say('run.wavelength', { wavelength: value }) }))}
          />
          <Input
            className="figures"
            inputMode="decimal"
            aria-label={say('run.reflectance-read')}
            placeholder={say('run.reflectance-read')}
            value={read}
            onChange={(event) => setRead(event.target.value)}
          />
          <button type="submit" className={controls.button} disabled={read.trim() === ''}>
            {say('run.reflectance-keep')}
          </button>
        </form>
      )}
      <FaultLine says={says} />
    </section>
  );
}
