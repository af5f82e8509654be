import { Input } from 'antd';
import { useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { FaultLine } from '../../shell/faults';
import { SidePanel } from '../../parts/SidePanel';
import { OwnPin } from '../../shell/OwnPin';
import { today } from '../../shell/tablet';
import { say, type Key } from '../../shell/words';

interface Props {
  person: Schemas['PersonInCrew'];
  /** True of oneself: one's own PIN is set anew with the old one, or one's password. */
  isOwn: boolean;
  crews: Schemas['Crew'][];
  memberships: Schemas['Membership'][];
  isOwner: boolean;
  /** Those that may be given. */
  roles: Schemas['Role'][];
  onChanged: () => Promise<void>;
  onClose: () => void;
}

/** One person: role, PIN, and the days they belong to each crew. */
export function PersonPanel({ person, isOwn, crews, memberships, isOwner, roles, onChanged, onClose }: Props) {
  const [pin, setPin] = useState('');
  const [says, setSays] = useState('');
  const [fault, setFault] = useState('');
  const [joining, setJoining] = useState({ crew: crews[0]?.id ?? '', from: today() });
  const path = { id: person.id };
  const save = async (change: () => Promise<unknown>, done: Key) => {
    setFault('');
    setSays('');
    try {
      await change();
      setSays(say(done));
      await onChanged();
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  const change = (role: Schemas['Role'], isActive: boolean) =>
    save(
      () => got(api.PUT('/api/v1/people/{id}', { params: { path }, body: { name: person.name, role, isActive } })),
      'crew.saved',
    );
  return (
    <SidePanel title={person.name} onClose={onClose}>
      <p role="status" className="good">
        {says}
      </p>
      <FaultLine says={fault} />
      {isOwner && (
        <div className="row">
          {roles.map((role) => (
            <button
              type="button"
              className="button"
              key={role}
              aria-pressed={person.role === role}
              onClick={() => void change(role, person.isActive)}
            >
              {say(`role.${role}`)}
            </button>
          ))}
          <button type="button" className="button" onClick={() => void change(person.role, !person.isActive)}>
            {say(person.isActive ? 'crew.leaves' : 'crew.returns')}
          </button>
        </div>
      )}
      {isOwn ? (
        <OwnPin person={person.id} onSet={() => setSays(say('crew.pin-set'))} />
      ) : (
        <form
          className="row"
          onSubmit={(event) => {
            event.preventDefault();
            void save(
              () => got(api.POST('/api/v1/people/{id}/secrets', { params: { path }, body: { pin } })).then(() => setPin('')),
              'crew.pin-set',
            );
          }}
        >
          <label className="grow">
            {say('crew.new-pin')}
            <Input.Password value={pin} inputMode="numeric" autoComplete="off" onChange={(event) => setPin(event.target.value)} />
          </label>
          <button type="submit" className="button" disabled={!pin}>
            {say('crew.set-pin')}
          </button>
        </form>
      )}
      <h3>{say('crew.memberships')}</h3>
      {memberships.map((m) => (
        <div className="row" key={`${m.crewId} ${m.fromDay}`}>
          <b>{crews.find((crew) => crew.id === m.crewId)?.name}</b>
          <span className="figures">
            {m.fromDay} – {m.toDay ?? say('crew.open-end')}
          </span>
          {!m.toDay && (
            <button
              type="button"
              className="button"
              onClick={() =>
                void save(
                  () =>
                    got(
                      api.POST('/api/v1/crews/{id}/members/end', {
                        params: { path: { id: m.crewId } },
                        body: { person: person.id, day: today() },
                      }),
                    ),
                  'crew.saved',
                )
              }
            >
              {say('crew.end-today')}
            </button>
          )}
        </div>
      ))}
      <form
        className="row"
        onSubmit={(event) => {
          event.preventDefault();
          void save(
            () =>
              got(
                api.POST('/api/v1/crews/{id}/members', {
                  params: { path: { id: joining.crew } },
                  body: { person: person.id, from: joining.from },
                }),
              ),
            'crew.saved',
          );
        }}
      >
        <label>
          {say('crew.title')}
          <select value={joining.crew} onChange={(event) => setJoining({ ...joining, crew: event.target.value })}>
            {crews.map((crew) => (
              <option key={crew.id} value={crew.id}>
                {crew.name}
              </option>
            ))}
          </select>
        </label>
        <label>
          {say('crew.from')}
          <input
            type="date"
            required
            value={joining.from}
            onChange={(event) => setJoining({ ...joining, from: event.target.value })}
          />
        </label>
        <button type="submit" className="button">
          {say('crew.join')}
        </button>
      </form>
    </SidePanel>
  );
}
