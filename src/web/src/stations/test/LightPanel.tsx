import { InputNumber } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import type { RunDeed } from '../../core/core';
import { SidePanel } from '../../parts/SidePanel';
import { FaultLine } from '../../shell/faults';
import { say } from '../../shell/words';
import css from './ReferencePanel.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  now: Schemas['RunNow'];
  says: string;
  onClose: () => void;
  onAct: (deed: RunDeed) => void;
}

/** Where the light of a strand comes out: at its own port, at another, or nowhere. */
export function LightPanel({ now, says, onClose, onAct }: Props) {
  const [at, setAt] = useState<number | null>(null);
  const { strand } = now.key;
  const seen = (cameOut: number | null) => onAct({ kind: 'light', strand, cameOut });
  return (
    <SidePanel title={say('run.light-where', { strand })} onClose={onClose}>
      <p className="look">{say('caution.laser')}</p>
      <div className={css.methods}>
        <button className={controls.button} onClick={() => seen(strand)}>
          {say('run.light-here')}
        </button>
        <button className={controls.button} onClick={() => seen(null)}>
          {say('run.light-none')}
        </button>
      </div>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (at) seen(at);
        }}
      >
        <label>
          {say('run.light-at')}
          <InputNumber min={1} value={at} onChange={setAt} />
        </label>
        <button type="submit" className={`${controls.mainAction} ${css.submit}`} disabled={!at}>
          {say('run.light-keep')}
        </button>
      </form>
      <FaultLine says={says} />
    </SidePanel>
  );
}
