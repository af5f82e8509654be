import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Form, Input, Select } from 'antd';
import { useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { DataTable } from '../../parts/DataTable';
import { Told } from '../../parts/Told';
import { FaultLine, showFaults } from '../../shell/faults';
import { today } from '../../shell/tablet';
import { say } from '../../shell/words';
import css from './CrewStation.module.css';
import { PersonPanel } from './PersonPanel';
import controls from '../../parts/controls.module.css';

/** People, crews and who belongs when. An owner sees all; a lead their own crews. */
export function CrewStation({ isOwner, self }: { isOwner: boolean; self: string }) {
  const queries = useQueryClient();
  const [person, setPerson] = useState<Schemas['PersonInCrew']>();
  const view = useQuery({ queryKey: ['crew'], queryFn: () => got(api.GET('/api/v1/crew')), refetchOnMount: 'always' });
  if (!view.data) return <Told query={view}>{() => null}</Told>;
  const { crews, people, memberships } = view.data;
  const changed = () => queries.invalidateQueries({ queryKey: ['crew'] });
  const crewsOf = (id: string) =>
    memberships
      .filter((m) => m.personId === id && (!m.toDay || m.toDay >= today()))
      .map((m) => crews.find((crew) => crew.id === m.crewId)?.name)
      .join(', ');
  return (
    <div className="page">
      <h1>{say('crew.title')}</h1>
      <section className="card">
        <h2>{say('crew.people')}</h2>
        <DataTable
          rowKey="id"
          dataSource={people}
          onRow={(mate) => ({ onClick: () => setPerson(mate), style: { cursor: 'pointer' } })}
          columns={[
            {
              title: say('first.name'),
              rowScope: 'row',
              render: (_, mate) => (
                <Button type="link" className={css.name} onClick={() => setPerson(mate)}>
                  {mate.name}
                </Button>
              ),
            },
            { title: say('first.sign-in'), dataIndex: 'signIn', className: 'figures', responsive: ['sm'] },
            { title: say('crew.role'), render: (_, mate) => say(`role.${mate.role}`) },
            { title: say('crew.title'), render: (_, mate) => crewsOf(mate.id) },
            { title: '', render: (_, mate) => !mate.isActive && <span className="bad">{say('crew.left')}</span> },
          ]}
        />
      </section>
      <NewPerson isOwner={isOwner} roles={view.data.roles.filter((role) => role !== null)} crews={crews} onAdded={changed} />
      {isOwner && <NewCrew crews={crews} onAdded={changed} />}
      {person && (
        <PersonPanel
          person={people.find((p) => p.id === person.id) ?? person}
          isOwn={person.id === self}
          crews={crews}
          memberships={memberships.filter((m) => m.personId === person.id)}
          isOwner={isOwner}
          roles={view.data.roles.filter((role) => role !== null)}
          onChanged={changed}
          onClose={() => setPerson(undefined)}
        />
      )}
    </div>
  );
}

interface NewPersonProps {
  isOwner: boolean;
  roles: Schemas['Role'][];
  crews: Schemas['Crew'][];
  onAdded: () => Promise<void>;
}

function NewPerson({ isOwner, roles, crews, onAdded }: NewPersonProps) {
  const [form] = Form.useForm<Schemas['PersonRequest']>();
  const [fault, setFault] = useState('');
  const add = async (values: Schemas['PersonRequest']) => {
    setFault('');
    try {
      await got(api.POST('/api/v1/people', { body: { ...values, password: values.password || undefined } }));
      form.resetFields();
      await onAdded();
    } catch (error) {
      setFault(showFaults(form, error));
    }
  };
  const needed = [{ required: true, message: say('form.needed') }];
  return (
    <Form
      form={form}
      name="person"
      layout="vertical"
      className="card"
      requiredMark={false}
      initialValues={{ role: 'installer', crew: crews[0]?.id }}
      onFinish={(values) => void add(values)}
    >
      <h2>{say('crew.new-person')}</h2>
      <div className="grid three">
        <Form.Item label={say('first.name')} name="name" rules={needed}>
          <Input autoComplete="off" />
        </Form.Item>
        <Form.Item label={say('first.sign-in')} name="signIn" rules={needed}>
          <Input autoComplete="off" />
        </Form.Item>
        <Form.Item label={say('crew.role')} name="role" rules={needed}>
          <Select options={roles.map((value) => ({ value, label: say(`role.${value}`) }))} />
        </Form.Item>
        <Form.Item label={say('crew.title')} name="crew">
          <Select allowClear={isOwner} options={crews.map((crew) => ({ value: crew.id, label: crew.name }))} />
        </Form.Item>
        <Form.Item label={say('first.pin')} name="pin" rules={needed}>
          <Input.Password inputMode="numeric" autoComplete="off" />
        </Form.Item>
        <Form.Item label={say('crew.password')} name="password">
          <Input.Password autoComplete="new-password" />
        </Form.Item>
      </div>
      <FaultLine says={fault} />
      <Button type="primary" htmlType="submit" className={controls.mainAction}>
        {say('crew.add-person')}
      </Button>
    </Form>
  );
}

function NewCrew({ crews, onAdded }: { crews: Schemas['Crew'][]; onAdded: () => Promise<void> }) {
  const [form] = Form.useForm<Schemas['CrewRequest']>();
  const [fault, setFault] = useState('');
  const add = async (body: Schemas['CrewRequest']) => {
    setFault('');
    try {
      await got(api.POST('/api/v1/crews', { body }));
      form.resetFields();
      await onAdded();
    } catch (error) {
      setFault(showFaults(form, error));
    }
  };
  return (
    <Form form={form} name="crew" layout="vertical" className="card" requiredMark={false} onFinish={(values) => void add(values)}>
      <h2>{say('crew.new-crew')}</h2>
      <p>{crews.map((crew) => crew.name).join(', ')}</p>
      <Form.Item label={say('crew.crew-name')} name="name" rules={[{ required: true, message: say('form.needed') }]}>
        <Input autoComplete="off" />
      </Form.Item>
      <FaultLine says={fault} />
      <Button htmlType="submit">{say('crew.add-crew')}</Button>
    </Form>
  );
}
