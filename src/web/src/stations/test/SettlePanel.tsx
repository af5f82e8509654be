import { Form, Input } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { shown } from '../../drawing/LossBar';
import { SidePanel } from '../../parts/SidePanel';
import { FaultLine } from '../../shell/faults';
import { say } from '../../shell/words';
import { useRunDeed } from './useRunDeed';
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
  const { act, says } = useRunDeed(cable, person, onSettled);
  const settle = (isAccepted: boolean) => act({ kind: 'settle', strand, reading: reading.event, isAccepted, reason });
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
