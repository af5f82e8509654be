import { useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Form, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { DraftLine } from '../../parts/DraftLine';
import { useFormDraft } from '../../parts/useDraft';
import { FaultLine, showFaults } from '../../shell/faults';
import { api, got, type Schemas } from '../../api/client';
import { say } from '../../shell/words';
import css from './JobForm.module.css';
import controls from '../../parts/controls.module.css';

type Values = Schemas['JobRequest'];

const zones = Intl.supportedValuesOf('timeZone').map((zone) => ({ value: zone, label: zone }));

/** Rates that nobody has filled in are no rates. */
const priced = (rates: Values['rates']): Values['rates'] =>
  rates?.currency || rates?.perHour || rates?.perConnector
    ? { currency: rates.currency ?? '', perHour: rates.perHour ?? 0, perConnector: rates.perConnector ?? 0 }
    : null;

/** A job: for whom, where, its closets and panels, and the crews that may see it. */
export function JobForm() {
  const go = useNavigate();
  const [form] = Form.useForm<Values>();
  const [fault, setFault] = useState('');
  const { drop, ...draft } = useFormDraft(form, 'job');
  const crews = useQuery({ queryKey: ['crews'], queryFn: () => got(api.GET('/api/v1/crews')) });
  const submit = async (values: Values) => {
    setFault('');
    try {
      const job = await got(api.POST('/api/v1/jobs', { body: { ...values, rates: priced(values.rates) } }));
      await drop();
      await go(`/plan/${job.id}`);
    } catch (error) {
      setFault(showFaults(form, error));
    }
  };
  const needed = [{ required: true, message: say('form.needed') }];
  return (
    <div className="page">
      <header className="row apart">
        <h1>{say('job.title')}</h1>
        <Link className={controls.button} to="/days">
          {say('days.title')}
        </Link>
      </header>
      <DraftLine
        isRestored={draft.isRestored}
        onAnew={() => {
          form.resetFields();
          void drop();
        }}
      />
      <Form
        form={form}
        layout="vertical"
        className="card"
        requiredMark={false}
        onFinish={(values) => void submit(values)}
        onValuesChange={draft.onValuesChange}
        initialValues={{
          timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
          labelPattern: '{closet}-{panel}:{port:00}',
          panels: [
            { closet: '', name: '', ports: 24 },
            { closet: '', name: '', ports: 24 },
          ],
          crews: [],
          confirmedOnly: false,
        }}
      >
        <div className="grid two">
          <Form.Item label={say('job.name')} name="name" rules={needed}>
            <Input />
          </Form.Item>
          <Form.Item label={say('job.customer')} name="customer" rules={needed}>
            <Input />
          </Form.Item>
          <Form.Item label={say('job.site')} name="site" rules={needed}>
            <Input />
          </Form.Item>
          <Form.Item label={say('job.time-zone')} name="timeZone" rules={needed}>
            <Select showSearch options={zones} />
          </Form.Item>
          <Form.Item label={say('job.labels')} name="labelPattern" rules={needed}>
            <Input className="figures" />
          </Form.Item>
          <Form.Item label={say('job.crews')} name="crews" rules={needed}>
            <Select
              mode="multiple"
              showSearch={{ optionFilterProp: 'label' }}
              loading={crews.isPending}
              options={crews.data?.map((crew) => ({ value: crew.id, label: crew.name })) ?? []}
            />
          </Form.Item>
        </div>
        <h2>{say('job.places')}</h2>
        <Form.List name="panels">
          {(fields, { add, remove }) => (
            <>
              {fields.map((field, index) => (
                <div className={`grid ${css.panel}`} key={field.key}>
                  <Form.Item label={say('job.closet', { number: index + 1 })} name={[field.name, 'closet']} rules={needed}>
                    <Input />
                  </Form.Item>
                  <Form.Item label={say('job.panel', { number: index + 1 })} name={[field.name, 'name']} rules={needed}>
                    <Input />
                  </Form.Item>
                  <Form.Item label={say('job.ports')} name={[field.name, 'ports']} rules={needed}>
                    <InputNumber min={1} max={1000} />
                  </Form.Item>
                  {fields.length > 1 && (
                    <Button onClick={() => remove(field.name)} aria-label={say('job.remove-panel', { number: index + 1 })}>
                      {say('job.remove')}
                    </Button>
                  )}
                </div>
              ))}
              <Button onClick={() => add({ closet: '', name: '', ports: 24 })}>{say('job.more')}</Button>
            </>
          )}
        </Form.List>
        <Form.Item name="confirmedOnly" valuePropName="checked" extra={say('job.confirmed-note')}>
          <Checkbox>{say('job.confirmed-only')}</Checkbox>
        </Form.Item>
        <h2>{say('job.rates')}</h2>
        <div className="grid three">
          <Form.Item label={say('job.currency')} name={['rates', 'currency']}>
            <Input placeholder="CAD" maxLength={3} />
          </Form.Item>
          <Form.Item label={say('job.per-hour')} name={['rates', 'perHour']}>
            <InputNumber min={0} step={0.5} />
          </Form.Item>
          <Form.Item label={say('job.per-connector')} name={['rates', 'perConnector']}>
            <InputNumber min={0} step={0.5} />
          </Form.Item>
        </div>
        <FaultLine says={fault} />
        <Button type="primary" htmlType="submit" className={controls.mainAction}>
          {say('job.go')}
        </Button>
      </Form>
    </div>
  );
}
