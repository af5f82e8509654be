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

async function readOf(kind: Props['kind'], reads: Props['reads']): Promise<string> {
  if (kind === 'light-tool') return (await got(api.GET('/api/v1/instruments/light-tool'))).seen;
  const splice = await got(api.GET('/api/v1/instruments/splicer'));
  if (splice.number === 0) throw new Error(say('meter.splicer-none'));
  return reads === 'angles' ? `${figure(splice.left)}/${figure(splice.right)}` : figure(splice.estimate);
}

/** Takes a step's reading from the instrument on the bench, where there is one. It never has to be there: what it shows can be typed or tapped. */
export function FromInstrument({ kind, reads, onRead }: Props) {
  const [fault, setFault] = useState('');
  const instrument = useInstruments().data?.find((one) => one.kind === kind && one.isThere);
  if (!instrument) return null;
  const run = (act: Promise<unknown>) =>
    act.then(
      () => setFault(''),
      (error: Error) => setFault(error.message),
    );
  return (
    <div className="row" data-part="from-instrument">
      <button type="button" className={controls.button} onClick={() => void run(readOf(kind, reads).then(onRead))}>
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
      <FaultLine says={fault} />
    </div>
  );
}
