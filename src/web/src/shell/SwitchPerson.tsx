import { useQuery } from '@tanstack/react-query';
import { Input } from 'antd';
import { useState } from 'react';
import { api, got } from '../api/client';
import { FaultLine } from './faults';
import { OwnPin } from './OwnPin';
import { useSignIn } from './session';
import { SidePanel } from '../parts/SidePanel';
import { toldOrKept } from './tablet';
import { say } from './words';
import css from './SwitchPerson.module.css';
import controls from '../parts/controls.module.css';

/** Another person takes over a shared tablet: their name, their PIN. What was not sent yet stays theirs who did it. */
export function SwitchPerson({ person, mayLead, onClose }: { person: string; mayLead: boolean; onClose: () => void }) {
  const { signIn, signOut } = useSignIn();
  const [who, setWho] = useState<{ signIn: string; name: string }>();
  const [pin, setPin] = useState('');
  const [isOwn, setOwn] = useState(false);
  const [fault, setFault] = useState('');
  const [says, setSays] = useState('');
  const mates = useQuery({
    queryKey: ['mates'],
    queryFn: () => toldOrKept('mates', () => got(api.GET('/api/v1/session/mates'))),
  });
  const enter = async (typed: string) => {
    setFault('');
    try {
      await signIn(who!.signIn, typed);
      onClose();
    } catch (error) {
      setFault(error instanceof TypeError ? say('switch.no-network') : (error as Error).message);
      setPin('');
    }
  };
  return (
    <SidePanel
      title={who ? say('switch.pin', { name: who.name }) : say(isOwn ? 'switch.own-pin' : 'switch.title')}
      onClose={onClose}
    >
      {isOwn && (
        <OwnPin
          person={person}
          onSet={() => {
            setOwn(false);
            setSays(say('crew.pin-set'));
          }}
        />
      )}
      {!who && !isOwn && (
        <div className={css.mates}>
          {mates.data
            ?.filter((mate) => mate.id !== person)
            .map((mate) => (
              <button type="button" className={controls.button} key={mate.id} onClick={() => setWho(mate)}>
                {mate.name}
              </button>
            ))}
        </div>
      )}
      {!who && !isOwn && (
        <div className="row">
          {mayLead && mates.data && mates.data.length > 1 && (
            <button
              type="button"
              className={controls.button}
              onClick={() =>
                void got(api.POST('/api/v1/session/enrolled', { body: { people: mates.data.map((mate) => mate.id) } })).then(
                  () => setSays(say('switch.enrolled')),
                  (error) => setFault(error instanceof TypeError ? say('switch.no-network') : (error as Error).message),
                )
              }
            >
              {say('switch.enroll')}
            </button>
          )}
          <button
            type="button"
            className={controls.button}
            onClick={() => {
              setSays('');
              setOwn(true);
            }}
          >
            {say('switch.own-pin')}
          </button>
          <button
            type="button"
            className={controls.button}
            onClick={() => void signOut().then(onClose, () => setFault(say('switch.no-network')))}
          >
            {say('shell.sign-out')}
          </button>
        </div>
      )}
      <p role="status" className="good">
        {says}
      </p>
      <FaultLine says={fault} />
      {who && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void enter(pin);
          }}
        >
          <Input.Password
            visibilityToggle={false}
            className="figures"
            inputMode="numeric"
            autoComplete="off"
            autoFocus
            aria-label={say('switch.pin', { name: who.name })}
            value={pin}
            onChange={(event) => setPin(event.target.value)}
          />
          <div className={css.pad}>
            {['1', '2', '3', '4', '5', '6', '7', '8', '9'].map((digit) => (
              <button type="button" key={digit} onClick={() => setPin(pin + digit)}>
                {digit}
              </button>
            ))}
            <button type="button" aria-label={say('switch.erase')} onClick={() => setPin(pin.slice(0, -1))}>
              {'⌫'}
            </button>
            <button type="button" onClick={() => setPin(`${pin}0`)}>
              {'0'}
            </button>
            <button type="submit">{say('switch.enter')}</button>
          </div>
        </form>
      )}
    </SidePanel>
  );
}
