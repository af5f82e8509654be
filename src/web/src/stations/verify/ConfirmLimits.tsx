import { useQueryClient } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { Reading } from '../../parts/Reading';
import { FaultLine } from '../../shell/faults';
import { SidePanel } from '../../parts/SidePanel';
import { say } from '../../shell/words';
import controls from '../../parts/controls.module.css';

/** A lead says that the limits were compared with the buyer's edition, and which that is. */
export function ConfirmLimits({ profile, onClose }: { profile: Schemas['FaceLimitsView']; onClose: () => void }) {
  const [edition, setEdition] = useState(profile.confirmation?.edition ?? '');
  const [fault, setFault] = useState('');
  const queries = useQueryClient();
  const confirm = async () => {
    try {
      const body = { version: profile.version, edition };
      await got(api.POST('/api/v1/profiles/{id}/confirmation', { params: { path: { id: profile.id } }, body }));
      await queries.invalidateQueries({ queryKey: ['profiles'] });
      onClose();
    } catch (error) {
      setFault(error instanceof TypeError ? say('shell.no-server') : (error as Error).message);
    }
  };
  return (
    <SidePanel title={say('verify.confirm-title', { profile: profile.title })} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void confirm();
        }}
      >
        <p>{say('verify.confirm-how')}</p>
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
