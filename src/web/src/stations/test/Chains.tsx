import { useQueryClient } from '@tanstack/react-query';
import { Button, Form, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { SidePanel } from '../../parts/SidePanel';
import { FaultLine } from '../../shell/faults';
import { say } from '../../shell/words';
import css from './Chains.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  job: string;
  chains: Schemas['ChainRow'][];
  cables: Schemas['CableView'][];
  mayPlan: boolean;
}

/** Links over several cables of a job: each chain with the way to its test run. */
export function Chains({ job, chains, cables, mayPlan }: Props) {
  const queries = useQueryClient();
  const [isAdding, setAdding] = useState(false);
  const [fault, setFault] = useState('');
  const renew = () => queries.invalidateQueries({ queryKey: ['job-links', job] });
  const remove = (id: string) =>
    got(api.DELETE('/api/v1/chains/{id}', { params: { path: { id } } })).then(renew, (error: Error) => setFault(error.message));
  const nameOf = (id: string) => cables.find((cable) => cable.id === id)?.name ?? '';
  return (
    <section className="card" data-part="chains">
      <h2>{say('chain.title')}</h2>
      <p>{say('chain.how')}</p>
      {chains.length > 0 && (
        <ul className={css.chains}>
          {chains.map(({ id, chain }) => (
            <li key={id}>
              <b>{chain.name}</b>
              <span className="figures">
                {chain.parts
                  .map(
                    ({ cable, first, joint }) =>
                      `${joint ? (joint === 'pair' ? ' ⇄ ' : ' × ') : ''}${nameOf(cable)}:${first}–${first + chain.strands - 1}`,
                  )
                  .join('')}
              </span>
              <span>{say('chain.links', { count: chain.strands })}</span>
              <Link className={controls.button} to={`/test/${id}`}>
                {say('chain.measure')}
              </Link>
              {mayPlan && (
                <button type="button" className={controls.button} onClick={() => void remove(id)}>
                  {say('chain.remove')}
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      <FaultLine says={fault} />
      {mayPlan && (
        <button type="button" className={controls.button} onClick={() => setAdding(true)}>
          {say('chain.add')}
        </button>
      )}
      {isAdding && (
        <ChainForm
          job={job}
          cables={cables}
          onMade={() => {
            setAdding(false);
            void renew();
          }}
          onClose={() => setAdding(false)}
        />
      )}
    </section>
  );
}

interface Values {
  name: string;
  strands: number;
  parts: { cable: string; first: number; joint?: Schemas['LinkJoint'] }[];
}

interface FormProps {
  job: string;
  cables: Schemas['CableView'][];
  onMade: () => void;
  onClose: () => void;
}

function ChainForm({ job, cables, onMade, onClose }: FormProps) {
  const [fault, setFault] = useState('');
  const make = ({ name, strands, parts }: Values) =>
    got(
      api.POST('/api/v1/jobs/{id}/chains', {
        params: { path: { id: job } },
        body: { name, strands, parts: parts.map((part, at) => (at === 0 ? { ...part, joint: null } : part)) },
      }),
    ).then(onMade, (error: Error) => setFault(error instanceof TypeError ? say('shell.no-server') : error.message));
  const needed = [{ required: true, message: say('form.needed') }];
  return (
    <SidePanel title={say('chain.add')} onClose={onClose} isWide>
      <Form<Values>
        layout="vertical"
        name="chain"
        requiredMark={false}
        onFinish={(values) => void make(values)}
        initialValues={{
          strands: Math.min(...cables.slice(0, 2).map((cable) => cable.strands)),
          parts: cables.slice(0, 2).map((cable, at) => ({ cable: cable.id, first: 1, joint: at > 0 ? 'pair' : undefined })),
        }}
      >
        <div className="grid two">
          <Form.Item label={say('chain.name')} name="name" rules={needed}>
            <Input maxLength={60} />
          </Form.Item>
          <Form.Item label={say('chain.count')} name="strands" rules={needed}>
            <InputNumber min={1} precision={0} />
          </Form.Item>
        </div>
        <Form.List name="parts">
          {(parts, { add, remove }) => (
            <div className={css.parts}>
              {parts.map(({ key, name }) => (
                <div key={key} className={css.part}>
                  {name > 0 && (
                    <Form.Item label={say('chain.joined')} name={[name, 'joint']} rules={needed}>
                      <Select options={(['pair', 'splice'] as const).map((value) => ({ value, label: say(`chain.${value}`) }))} />
                    </Form.Item>
                  )}
                  <Form.Item label={`${say('chain.cable-label')} ${name + 1}`} name={[name, 'cable']} rules={needed}>
                    <Select
                      showSearch={{ optionFilterProp: 'label' }}
                      options={cables.map((cable) => ({
                        value: cable.id,
                        label: `${cable.name} · ${cable.strands} ${cable.grade}`,
                      }))}
                    />
                  </Form.Item>
                  <Form.Item label={say('chain.first')} name={[name, 'first']} rules={needed}>
                    <InputNumber min={1} precision={0} />
                  </Form.Item>
                  {name > 1 && (
                    <Button type="text" onClick={() => remove(name)}>
                      {say('chain.remove')}
                    </Button>
                  )}
                </div>
              ))}
              <Button type="dashed" onClick={() => add({ first: 1, joint: 'pair' })}>
                {say('chain.more')}
              </Button>
            </div>
          )}
        </Form.List>
        <FaultLine says={fault} />
        <Button type="primary" htmlType="submit" className={controls.mainAction}>
          {say('chain.keep')}
        </Button>
      </Form>
    </SidePanel>
  );
}
