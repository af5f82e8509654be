import { useState } from 'react';
import { api, got, type Schemas } from '../api/client';
import { FaultLine } from '../shell/faults';
import { say } from '../shell/words';
import { useInstruments } from './useInstruments';
import controls from './controls.module.css';

interface Props {
  kind: 'splicer' | 'light-tool';
  /** What the step reads: both angles or the estimate of a splicer, the lamp of a light tool. */
  reads: Schemas['ReadingKind'];
  onRead: (read: string) => void;
}

/** The number of a quantity, as it would be typed. */
const figure = (quantity: string) => String(Number.parseFloat(quantity));

/** What an instrument tells for a step, and what else it says of itself. */
interface Told {
  read: string;
  beside?: string;
}

async function readOf(kind: Props['kind'], reads: Props['reads']): Promise<Told> {
  if (kind === 'light-tool') return { read: (await got(api.GET('/api/v1/instruments/light-tool'))).seen };
  const { number, left, right, estimate, arcs, temperature } = await got(api.GET('/api/v1/instruments/splicer'));
  if (number === 0) throw new Error(say('meter.splicer-none'));
  return {
    read: reads === 'angles' ? `${figure(left)}/${figure(right)}` : figure(estimate),
    beside: say('meter.splicer-beside', { number, arcs, temperature }),
  };
}

/** Takes a step's reading from the instrument on the bench, where there is one. It never has to be there: what it shows can be typed or tapped. */
export function FromInstrument({ kind, reads, onRead }: Props) {
  const [fault, setFault] = useState('');
  const [beside, setBeside] = useState('');
  const instrument = useInstruments().data?.find((one) => one.kind === kind && one.isThere);
  if (!instrument) return null;
  const run = (act: Promise<unknown>) =>
    act.then(
      () => setFault(''),
      (error: Error) => setFault(error.message),
    );
  return (
    <div className="row" data-part="from-instrument">
      <button
        type="button"
        className={controls.button}
        onClick={() =>
          void run(
            readOf(kind, reads).then((told) => {
              setBeside(told.beside ?? '');
              onRead(told.read);
            }),
          )
        }
      >
        {say(`meter.from-${kind}`)}
      </button>
      {instrument.isStandIn && (
        <button
          type="button"
          className={controls.button}
          onClick={() => void run(got(api.POST('/api/v1/instruments/hands/use/{kind}', { params: { path: { kind } } })))}
        >
          {say(`meter.hands-${kind}`)}
        </button>
      )}
      {beside && <small>{beside}</small>}
      <FaultLine says={fault} />
    </div>
  );
}
