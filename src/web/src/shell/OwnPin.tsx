import { Input } from 'antd';
import { useState } from 'react';
import { api, got } from '../api/client';
import { FaultLine } from './faults';
import { openKey } from './signing';
import { say } from './words';
import switchPersonCss from './SwitchPerson.module.css';
import controls from '../parts/controls.module.css';

/** One's own PIN set anew, with the old one or one's password. The old key ends with it; this tablet gets a new one at once. */
export function OwnPin({ person, onSet }: { person: string; onSet: () => void }) {
  const [current, setCurrent] = useState('');
  const [pin, setPin] = useState('');
  const [fault, setFault] = useState('');
  const set = async () => {
    setFault('');
    try {
      await got(api.POST('/api/v1/people/{id}/secrets', { params: { path: { id: person } }, body: { pin, current } }));
      await openKey(person, pin);
      onSet();
    } catch (error) {
      setFault(error instanceof TypeError ? say('switch.no-network') : (error as Error).message);
    }
  };
  return (
    <form
      className={switchPersonCss.mates}
      onSubmit={(event) => {
        event.preventDefault();
        void set();
      }}
    >
      <label>
        {say('crew.current')}
        <Input.Password
          autoComplete="current-password"
          autoFocus
          value={current}
          onChange={(event) => setCurrent(event.target.value)}
        />
      </label>
      <label>
        {say('crew.new-pin')}
        <Input.Password
          className="figures"
          inputMode="numeric"
          autoComplete="off"
          value={pin}
          onChange={(event) => setPin(event.target.value)}
        />
      </label>
      <FaultLine says={fault} />
      <button type="submit" className={controls.button} disabled={!pin || !current}>
        {say('crew.set-pin')}
      </button>
    </form>
  );
}
