import { useQuery } from '@tanstack/react-query';
import { Select, Slider } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { Schemas } from '../../api/client';
import { jointKit, jointOf } from '../../core/bench';
import { JointDrawing, type JointShape } from '../../drawing/JointDrawing';
import { amountOf, shown } from '../../drawing/LossBar';
import { Told } from '../../parts/Told';
import { FaultLine } from '../../shell/faults';
import { whyNotKept } from '../../shell/record';
import { say } from '../../shell/words';
import css from './JointPage.module.css';

/** The number of a length that the core gives in millimeters. */
const micrometers = (length: string) => Number((amountOf(length) * 1000).toFixed(2));

/** A joint's faults are small: what is told of them is told to a thousandth. */
const thousandths = (loss: string) => amountOf(loss).toFixed(3);

type Mode = Schemas['FiberMode'];

/** A joint to try out: the drawing is dragged, and what it loses follows. */
export function JointPage() {
  const kit = useQuery({ queryKey: ['joint-kit'], queryFn: jointKit, staleTime: Infinity });
  return <Told query={kit}>{(told) => <Joint kit={told} />}</Told>;
}

/** Where one begins: an offset whose loss is known by heart. */
const begin: Record<Mode, JointShape> = {
  'single-mode': { offset: 1, gap: 0, tilt: 0 },
  multimode: { offset: 3, gap: 0, tilt: 0 },
};

function Joint({ kit }: { kit: Schemas['JointKit'] }) {
  const [mode, setMode] = useState<Mode>('single-mode');
  const fibers = kit.fibers.filter((fiber) => fiber.mode === mode);
  const [at, setAt] = useState(0);
  const [[from, to], setFibers] = useState<[number, number]>([0, 0]);
  const [index, setIndex] = useState(kit.fillings[0]!.index);
  const [shape, setShape] = useState(begin['single-mode']);
  const [answer, setAnswer] = useState<Schemas['JointAnswer']>();
  const [fault, setFault] = useState('');
  const wavelength = fibers[0]!.carries[at]!.wavelength;
  const carries = (place: number) => fibers[place]!.carries[at]!.diameter;
  const [given, taken] = [micrometers(carries(from)), micrometers(carries(to))];
  const most = { offset: Math.min(given, taken) / 2, gap: 100, tilt: mode === 'single-mode' ? 5 : 0 };
  const asked: Schemas['JointQuestion'] = {
    mode,
    from: carries(from),
    to: carries(to),
    offset: `${Math.min(shape.offset, most.offset)} µm`,
    gap: `${shape.gap} µm`,
    tilt: `${Math.min(shape.tilt, most.tilt)} °`,
    index,
    wavelength,
    fromAperture: fibers[from]!.aperture,
    toAperture: fibers[to]!.aperture,
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
    setAt(0);
    setFibers([0, 0]);
    setShape(begin[to]);
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
            value={at}
            onChange={setAt}
            options={fibers[0]!.carries.map((light, value) => ({
              value,
              label: say('run.wavelength', { wavelength: light.wavelength }),
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
              options={fibers.map(({ name }, value) => ({ value, label: `${name}, ${micrometers(carries(value))} µm` }))}
            />
          </label>
        ))}
        <label>
          {say('joint.index')}
          <Select
            aria-label={say('joint.index')}
            value={index}
            onChange={setIndex}
            options={kit.fillings.map(({ name, index: value }) => ({ value, label: say(`joint.${name as 'air' | 'gel'}`) }))}
          />
        </label>
      </section>
    </div>
  );
}
