import { Button, DatePicker, Form, Input, Segmented, Select } from 'antd';
import dayjs, { type Dayjs } from 'dayjs';
import { useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { FaultLine } from '../../shell/faults';
import { SidePanel } from '../../parts/SidePanel';
import { OwnPin } from '../../shell/OwnPin';
import { today } from '../../shell/tablet';
import { say, type Key } from '../../shell/words';

const needed = [{ required: true, message: say('form.needed') }];

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
          <Segmented
            aria-label={say('crew.role')}
            value={person.role}
            options={roles.map((role) => ({ value: role, label: say(`role.${role}`) }))}
            onChange={(role) => void change(role, person.isActive)}
          />
          <Button onClick={() => void change(person.role, !person.isActive)}>
            {say(person.isActive ? 'crew.leaves' : 'crew.returns')}
          </Button>
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
          <Button htmlType="submit" disabled={!pin}>
            {say('crew.set-pin')}
          </Button>
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
            <Button
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
            </Button>
          )}
        </div>
      ))}
      <Form
        layout="vertical"
        requiredMark={false}
        initialValues={{ crew: crews[0]?.id, from: dayjs(today()) }}
        onFinish={({ crew, from }: { crew: string; from: Dayjs }) =>
          void save(
            () =>
              got(
                api.POST('/api/v1/crews/{id}/members', {
                  params: { path: { id: crew } },
                  body: { person: person.id, from: from.format('YYYY-MM-DD') },
                }),
              ),
            'crew.saved',
          )
        }
      >
        <div className="grid two">
          <Form.Item label={say('crew.title')} name="crew" rules={needed}>
            <Select options={crews.map((crew) => ({ value: crew.id, label: crew.name }))} />
          </Form.Item>
          <Form.Item label={say('crew.from')} name="from" rules={needed}>
            <DatePicker />
          </Form.Item>
        </div>
        <Button htmlType="submit">{say('crew.join')}</Button>
      </Form>
    </SidePanel>
  );
}
