import { Button, Input } from 'antd';
import { useState } from 'react';
import { FaultLine } from '../shell/faults';
import { say } from '../shell/words';
import { Reading } from './Reading';
import { SidePanel } from './SidePanel';
import controls from './controls.module.css';

interface Props {
  title: string;
  how: string;
  /** What it was compared with before. */
  before?: string;
  onConfirm: (edition: string) => Promise<unknown>;
  onClose: () => void;
}

/** A lead says that limits were compared with what the customer goes by, and which edition that is. */
export function ConfirmPanel({ title, how, before = '', onConfirm, onClose }: Props) {
  const [edition, setEdition] = useState(before);
  const [fault, setFault] = useState('');
  const confirm = () =>
    onConfirm(edition).then(onClose, (error: Error) =>
      setFault(error instanceof TypeError ? say('shell.no-server') : error.message),
    );
  return (
    <SidePanel title={title} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void confirm();
        }}
      >
        <p>{how}</p>
        <Reading question={say('verify.edition')}>
          <Input value={edition} autoFocus maxLength={100} onChange={(event) => setEdition(event.target.value)} />
        </Reading>
        <FaultLine says={fault} />
        <Button type="primary" htmlType="submit" className={controls.mainAction}>
          {say('verify.confirm')}
        </Button>
      </form>
    </SidePanel>
  );
}
