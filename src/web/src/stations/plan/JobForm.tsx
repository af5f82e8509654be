import { useQuery } from '@tanstack/react-query';
import { Button, Form, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, got, Refusal, type Schemas } from '../../api/client';

type Values = Schemas['JobRequest'];

const zones = Intl.supportedValuesOf('timeZone').map((zone) => ({ value: zone, label: zone }));

/** A job: for whom, where, its closets and panels, and the crews that may see it. */
export function JobForm() {
  const go = useNavigate();
  const [form] = Form.useForm<Values>();
  const [fault, setFault] = useState('');
  const crews = useQuery({ queryKey: ['crews'], queryFn: () => got(api.GET('/api/v1/crews')) });
  const submit = async (values: Values) => {
    setFault('');
    try {
      const job = await got(api.POST('/api/v1/jobs', { body: values }));
      await go(`/plan/${job.id}`);
    } catch (error) {
      setFault(
        error instanceof Refusal && error.faults.length
          ? error.faults.map((f) => `${f.field}: ${f.says}`).join(' ')
          : (error as Error).message,
      );
    }
  };
  const needed = [{ required: true, message: 'Needed.' }];
  return (
    <div className="page">
      <h1>New job</h1>
      <Form
        form={form}
        layout="vertical"
        className="card"
        requiredMark={false}
        onFinish={(values) => void submit(values)}
        initialValues={{
          timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
          labelPattern: '{closet}-{panel}:{port:00}',
          panels: [
            { closet: '', name: '', ports: 24 },
            { closet: '', name: '', ports: 24 },
          ],
          crews: [],
        }}
      >
        <div className="grid two">
          <Form.Item label="Job" name="name" rules={needed}>
            <Input />
          </Form.Item>
          <Form.Item label="Customer" name="customer" rules={needed}>
            <Input />
          </Form.Item>
          <Form.Item label="Site" name="site" rules={needed}>
            <Input />
          </Form.Item>
          <Form.Item label="Time zone of the site" name="timeZone" rules={needed}>
            <Select showSearch options={zones} />
          </Form.Item>
          <Form.Item label="Labels" name="labelPattern" rules={needed}>
            <Input className="figures" />
          </Form.Item>
          <Form.Item label="Crews" name="crews" rules={needed}>
            <Select mode="multiple" options={crews.data?.map((crew) => ({ value: crew.id, label: crew.name })) ?? []} />
          </Form.Item>
        </div>
        <h2>Closets and panels</h2>
        <Form.List name="panels">
          {(fields, { add, remove }) => (
            <>
              {fields.map((field, index) => (
                <div className="grid panel" key={field.key}>
                  <Form.Item label={`Closet ${index + 1}`} name={[field.name, 'closet']} rules={needed}>
                    <Input />
                  </Form.Item>
                  <Form.Item label={`Panel ${index + 1}`} name={[field.name, 'name']} rules={needed}>
                    <Input />
                  </Form.Item>
                  <Form.Item label="Ports" name={[field.name, 'ports']} rules={needed}>
                    <InputNumber min={1} max={1000} />
                  </Form.Item>
                  {fields.length > 1 && (
                    <Button onClick={() => remove(field.name)}>
                      Remove<span className="unseen"> panel {index + 1}</span>
                    </Button>
                  )}
                </div>
              ))}
              <Button onClick={() => add({ closet: '', name: '', ports: 24 })}>One more panel</Button>
            </>
          )}
        </Form.List>
        {fault && (
          <p role="alert" className="bad">
            {fault}
          </p>
        )}
        <Button type="primary" htmlType="submit" className="main-action">
          Make the job
        </Button>
      </Form>
    </div>
  );
}
