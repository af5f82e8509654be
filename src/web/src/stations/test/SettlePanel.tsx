import { Form, Input } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { bringRun, doInRun } from '../../core/bench';
import { shown } from '../../drawing/LossBar';
import { SidePanel } from '../../parts/SidePanel';
import { FaultLine } from '../../shell/faults';
import { send } from '../../shell/outbox';
import { whyNotKept } from '../../shell/record';
import { say } from '../../shell/words';
import controls from '../../parts/controls.module.css';

interface Props {
  cable: string;
  strand: number;
  reading: Schemas['LossLine'];
  person: string;
  onClose: () => void;
  onSettled: () => void;
}

/** A lead's word on a reading that is no plain pass: it stands or it does not, and why. */
export function SettlePanel({ cable, strand, reading, person, onClose, onSettled }: Props) {
  const [reason, setReason] = useState('');
  const [says, setSays] = useState('');
  const settle = async (isAccepted: boolean) => {
    try {
      await bringRun(cable);
      const done = await doInRun(cable, { kind: 'settle', strand, reading: reading.event, isAccepted, reason }, person);
      if (!done.isDone) return setSays(done.says);
      await send();
      onSettled();
    } catch (error) {
      setSays(whyNotKept(error));
    }
  };
  return (
    <SidePanel title={say('run.settle')} onClose={onClose}>
      <p>{say('run.settle-how', { loss: shown(reading.loss), wavelength: reading.wavelength })}</p>
      <Form layout="vertical">
        <Form.Item label={say('run.settle-why')} htmlFor="settle-why">
          <Input.TextArea id="settle-why" rows={3} value={reason} onChange={(event) => setReason(event.target.value)} />
        </Form.Item>
        <FaultLine says={says} />
        <div className="row">
          <button type="button" className={controls.mainAction} onClick={() => void settle(true)}>
            {say('run.settle-accept')}
          </button>
          <button type="button" className={controls.button} onClick={() => void settle(false)}>
            {say('run.settle-refuse')}
          </button>
        </div>
      </Form>
    </SidePanel>
  );
}
