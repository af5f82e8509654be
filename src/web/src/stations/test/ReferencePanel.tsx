import { AutoComplete, Checkbox, Form, Input, Radio } from 'antd';
import { useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import type { RunDeed } from '../../core/core';
import { SidePanel } from '../../parts/SidePanel';
import { useGear } from '../../parts/useGear';
import { useInstruments } from '../../parts/useInstruments';
import { FaultLine } from '../../shell/faults';
import { whyNotKept } from '../../shell/record';
import { say } from '../../shell/words';
import { Hands } from './Hands';
import css from './ReferencePanel.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  cable: string;
  person: string;
  wavelengths: readonly number[];
  reference: Schemas['RunReference'];
  /** The reference is looked at again; else a new one is taken. */
  isCheck: boolean;
  says: string;
  onClose: () => void;
  onAct: (deed: RunDeed) => void;
}

const methods = ['one-cord', 'two-cord', 'three-cord'] as const;
const cordsKey = 'test cords';

interface Kept {
  method: Schemas['ReferenceMethod'];
  names: string[];
  isGraded: boolean;
  instrument: string;
}

/** What was said the last time on this tablet: the cords are mostly the same. */
const kept = (): Kept => ({
  method: 'one-cord',
  names: [],
  isGraded: false,
  instrument: '',
  ...JSON.parse(localStorage.getItem(cordsKey) ?? '{}'),
});

/** A reference is taken, or looked at again: over which cords, and what the meter shows at each wavelength. */
export function ReferencePanel({ cable, person, wavelengths, reference, isCheck, says, onClose, onAct }: Props) {
  const [said, setSaid] = useState(kept);
  const [powers, setPowers] = useState<Record<number, string>>({});
  const [temperature, setTemperature] = useState('');
  const instruments = useInstruments().data ?? [];
  const meter = instruments.find(({ kind, isThere }) => kind === 'power-meter' && isThere);
  const [reading, setReading] = useState<number>();
  const [fault, setFault] = useState('');
  const fromMeter = async () => {
    setFault('');
    try {
      for (const wavelength of wavelengths) {
        setReading(wavelength);
        const settled = await got(
          api.POST('/api/v1/instruments/meter/{wavelength}/settled', { params: { path: { wavelength } } }),
        );
        setPowers((before) => ({ ...before, [wavelength]: settled.settled ?? '' }));
      }
      setSaid((before) => ({ ...before, instrument: before.instrument || (meter?.name ?? '') }));
    } catch (error) {
      setFault(whyNotKept(error));
    } finally {
      setReading(undefined);
    }
  };
  const own = (useGear(person).kit?.gear ?? []).filter(({ card }) => card.gear === 'cord');
  const cords: Schemas['TestCord'][] = Array.from({ length: reference.cordsOf[said.method] ?? 1 }, (_, at) =>
    cordOf(said.names[at] ?? '', said.isGraded, own),
  );
  const typed = wavelengths.map((wavelength) => ({ wavelength, read: powers[wavelength] ?? '' }));
  const take = () => {
    localStorage.setItem(cordsKey, JSON.stringify(said));
    onAct({
      kind: 'take-reference',
      method: said.method,
      cords,
      powers: typed,
      temperature,
      instrument: said.instrument,
    });
  };
  return (
    <SidePanel title={say(isCheck ? 'run.check-reference' : 'run.take-reference')} onClose={onClose}>
      <Form
        layout="vertical"
        onFinish={() => (isCheck ? onAct({ kind: 'check-reference', powers: typed, temperature }) : take())}
      >
        <p>{say(isCheck ? 'run.check-how' : 'run.take-how')}</p>
        {!isCheck && (
          <>
            <Form.Item label={say('run.method')}>
              <Radio.Group
                value={said.method}
                onChange={(event) => setSaid({ ...said, method: event.target.value })}
                className={css.methods}
                options={methods.map((value) => ({ value, label: say(`run.method-${value}`) }))}
              />
            </Form.Item>
            <p className={css.why}>{say(`run.why-${said.method}`)}</p>
            {cords.map((cord, at) => (
              <Form.Item
                key={at}
                label={say('run.cord', { number: at + 1 })}
                htmlFor={`cord-${at}`}
                extra={cord.gear ? sayCord(cord) : undefined}
              >
                <AutoComplete
                  id={`cord-${at}`}
                  value={said.names[at] ?? ''}
                  showSearch={{ filterOption: (typed, option) => !!option?.label.toLowerCase().includes(typed.toLowerCase()) }}
                  options={own.map(({ card }) => ({ value: card.name, label: `${card.name} · ${card.code}` }))}
                  onChange={(name: string) => {
                    const names = [...said.names];
                    names[at] = name;
                    setSaid({ ...said, names });
                  }}
                />
              </Form.Item>
            ))}
            {cords.some(({ gear }) => !gear) && (
              <Checkbox checked={said.isGraded} onChange={(event) => setSaid({ ...said, isGraded: event.target.checked })}>
                {say('run.cords-graded')}
              </Checkbox>
            )}
          </>
        )}
        {meter?.isStandIn && <Hands cable={cable} now={undefined} method={said.method} isKept={false} />}
        {instruments.some(({ isWarm }) => isWarm === false) && <p role="status">{say('meter.cold')}</p>}
        {meter && (
          <button
            type="button"
            className={`${controls.button} ${css.meter}`}
            disabled={reading !== undefined}
            onClick={() => void fromMeter()}
          >
            {reading ? say('meter.reading', { wavelength: reading }) : say('meter.from')}
          </button>
        )}
        {wavelengths.map((wavelength) => (
          <Form.Item key={wavelength} label={say('run.shows-at', { wavelength })} htmlFor={`power-${wavelength}`}>
            <Input
              id={`power-${wavelength}`}
              className="figures"
              inputMode="decimal"
              value={powers[wavelength] ?? ''}
              placeholder={isCheck ? undefined : say('run.zeroed')}
              onChange={(event) => setPowers({ ...powers, [wavelength]: event.target.value })}
            />
          </Form.Item>
        ))}
        <Form.Item label={say('run.temperature')} htmlFor="temperature">
          <Input
            id="temperature"
            className="figures"
            value={temperature}
            onChange={(event) => setTemperature(event.target.value)}
          />
        </Form.Item>
        {!isCheck && (
          <Form.Item label={say('run.instrument')} htmlFor="instrument">
            <Input
              id="instrument"
              value={said.instrument}
              onChange={(event) => setSaid({ ...said, instrument: event.target.value })}
            />
          </Form.Item>
        )}
        <FaultLine says={fault || says} />
        <button type="submit" className={`${controls.mainAction} ${css.submit}`}>
          {say(isCheck ? 'run.keep-check' : 'run.keep-reference')}
        </button>
      </Form>
    </SidePanel>
  );
}

/** A cord as it is typed: one of the crew's by its name or code, with its grade and its last look; else whatever is said of it. */
function cordOf(typed: string, isGraded: boolean, own: readonly Schemas['GearLine'][]): Schemas['TestCord'] {
  const name = typed.trim().toLowerCase();
  const found = own.find(({ card }) => [card.name, card.code].some((known) => known.toLowerCase() === name));
  return found
    ? {
        name: found.card.name,
        isReferenceGrade: found.card.isReferenceGrade ?? false,
        inspected: found.checked?.at ?? null,
        gear: found.id,
      }
    : { name: typed, isReferenceGrade: isGraded, inspected: null };
}

const sayCord = ({ isReferenceGrade, inspected }: Schemas['TestCord']) =>
  [
    isReferenceGrade && say('run.cord-graded'),
    inspected
      ? say('run.cord-looked', { when: new Date(inspected).toLocaleString('en', { dateStyle: 'medium', timeStyle: 'short' }) })
      : say('run.cord-not-looked'),
  ]
    .filter(Boolean)
    .join(', ');
