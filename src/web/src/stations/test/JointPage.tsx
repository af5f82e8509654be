import { Select, Slider } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { Schemas } from '../../api/client';
import { jointOf } from '../../core/bench';
import { JointDrawing, type JointShape } from '../../drawing/JointDrawing';
import { amountOf, shown } from '../../drawing/LossBar';
import { FaultLine } from '../../shell/faults';
import { whyNotKept } from '../../shell/record';
import { say } from '../../shell/words';
import css from './JointPage.module.css';

/** Fibers of the trade: what carries the light in micrometers, and the numerical aperture of a core. */
const fibers = {
  'single-mode': [
    { name: 'G.652', at: { 1310: 9.2, 1550: 10.4 }, aperture: 0.2 },
    { name: 'G.657', at: { 1310: 8.6, 1550: 9.6 }, aperture: 0.2 },
  ],
  multimode: [
    { name: 'OM2–OM5', at: { 850: 50, 1300: 50 }, aperture: 0.2 },
    { name: 'OM1', at: { 850: 62.5, 1300: 62.5 }, aperture: 0.275 },
  ],
} as const;
const fillings = [
  { name: 'joint.air', index: 1 },
  { name: 'joint.gel', index: 1.468 },
] as const;

/** A joint's faults are small: what is told of them is told to a thousandth. */
const thousandths = (loss: string) => amountOf(loss).toFixed(3);

type Mode = keyof typeof fibers;

/** A joint to try out: the drawing is dragged, and what it loses follows. */
export function JointPage() {
  const [mode, setMode] = useState<Mode>('single-mode');
  const [wavelength, setWavelength] = useState(1310);
  const [[from, to], setFibers] = useState<[number, number]>([0, 0]);
  const [index, setIndex] = useState<number>(1);
  const [shape, setShape] = useState<JointShape>({ offset: 1, gap: 0, tilt: 0 });
  const [answer, setAnswer] = useState<Schemas['JointAnswer']>();
  const [fault, setFault] = useState('');
  const diameter = (place: number): number => (fibers[mode][place]!.at as Record<number, number>)[wavelength]!;
  const [given, taken] = [diameter(from), diameter(to)];
  const most = { offset: Math.min(given, taken) / 2, gap: 100, tilt: mode === 'single-mode' ? 5 : 0 };
  const asked: Schemas['JointQuestion'] = {
    mode,
    from: `${given} µm`,
    to: `${taken} µm`,
    offset: `${Math.min(shape.offset, most.offset)} µm`,
    gap: `${shape.gap} µm`,
    tilt: `${Math.min(shape.tilt, most.tilt)} °`,
    index,
    wavelength,
    fromAperture: fibers[mode][from]!.aperture,
    toAperture: fibers[mode][to]!.aperture,
  };
  const question = JSON.stringify(asked);
  // One question at a time, and then the latest: a drag never waits for the answers to where it has been.
  const waiting = useRef<{ isBusy: boolean; next?: string }>({ isBusy: false });
  useEffect(() => {
    const turn = waiting.current;
    turn.next = question;
    if (turn.isBusy) return;
    turn.isBusy = true;
    void (async () => {
      try {
        while (turn.next) {
          const now: Schemas['JointQuestion'] = JSON.parse(turn.next);
          turn.next = undefined;
          const told = await jointOf(now);
          if ('says' in told) setFault(told.says);
          else {
            setFault('');
            setAnswer(told);
          }
        }
      } catch (error) {
        setFault(whyNotKept(error));
      } finally {
        turn.isBusy = false;
      }
    })();
  }, [question]);
  const change = (to: Mode) => {
    setMode(to);
    setWavelength(to === 'single-mode' ? 1310 : 850);
    setFibers([0, 0]);
    setShape({ offset: to === 'single-mode' ? 1 : 3, gap: 0, tilt: 0 });
  };
  return (
    <div className="page" data-part="joint">
      <h1>{say('joint.title')}</h1>
      <section className={`card ${css.top}`}>
        <div className={css.picture}>
          <JointDrawing
            shape={shape}
            from={given}
            to={taken}
            isTilting={mode === 'single-mode'}
            most={most}
            onChange={setShape}
          />
          <p className={css.how}>{say('joint.drag')}</p>
        </div>
        <div className={css.answer} aria-live="polite">
          <p className={css.loss}>
            <b className="figures">{answer ? thousandths(answer.together) : '–'}</b> {'dB'} <small>{say('joint.loss')}</small>
          </p>
          {answer && (
            <dl>
              {(['offset', 'tilt', 'gap', 'mismatch', 'faces'] as const).map((part) => (
                <div key={part}>
                  <dt>{say(`joint.fault-${part}`)}</dt>
                  <dd className="figures">{`${thousandths(answer[part])} dB`}</dd>
                </div>
              ))}
              <div>
                <dt>{say('joint.reflects')}</dt>
                <dd>
                  {answer.reflectance && answer.mostReflectance
                    ? say('joint.mean-most', { mean: shown(answer.reflectance), most: shown(answer.mostReflectance) })
                    : say('joint.no-reflection')}
                </dd>
              </div>
            </dl>
          )}
          <small>{say(mode === 'single-mode' ? 'joint.together' : 'joint.tilt-none')}</small>
          <FaultLine says={fault} />
        </div>
      </section>
      <section className={`card ${css.set}`}>
        {(['offset', 'gap', 'tilt'] as const)
          .filter((part) => most[part] > 0)
          .map((part) => (
            <label key={part}>
              {say(`joint.${part === 'tilt' ? 'fault-tilt' : part}`)}{' '}
              <b className="figures">{`${shape[part]} ${part === 'tilt' ? '°' : 'µm'}`}</b>
              <Slider
                ariaLabelForHandle={say(`joint.${part === 'tilt' ? 'fault-tilt' : part}`)}
                min={0}
                max={most[part]}
                step={part === 'gap' ? 0.5 : 0.05}
                value={shape[part]}
                tooltip={{ open: false }}
                onChange={(value) => setShape({ ...shape, [part]: value })}
              />
            </label>
          ))}
        <label>
          {say('joint.fiber')}
          <Select
            aria-label={say('joint.fiber')}
            value={mode}
            onChange={change}
            options={(['single-mode', 'multimode'] as const).map((value) => ({ value, label: say(`joint.${value}`) }))}
          />
        </label>
        <label>
          {say('joint.wavelength')}
          <Select
            aria-label={say('joint.wavelength')}
            value={wavelength}
            onChange={setWavelength}
            options={Object.keys(fibers[mode][0]!.at).map((nm) => ({
              value: Number(nm),
              label: say('run.wavelength', { wavelength: nm }),
            }))}
          />
        </label>
        {(['from', 'to'] as const).map((side, place) => (
          <label key={side}>
            {say(`joint.${side}`)}
            <Select
              aria-label={say(`joint.${side}`)}
              value={place === 0 ? from : to}
              onChange={(picked) => setFibers(place === 0 ? [picked, to] : [from, picked])}
              options={fibers[mode].map(({ name }, value) => ({ value, label: `${name}, ${diameter(value)} µm` }))}
            />
          </label>
        ))}
        <label>
          {say('joint.index')}
          <Select
            aria-label={say('joint.index')}
            value={index}
            onChange={setIndex}
            options={fillings.map(({ name, index: value }) => ({ value, label: say(name) }))}
          />
        </label>
      </section>
    </div>
  );
}
