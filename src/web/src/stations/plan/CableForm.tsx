import { useQuery } from '@tanstack/react-query';
import { Button, Form, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, got, Refusal, type Schemas } from '../../api/client';

type Values = Schemas['CableRequest'];

const options = (...values: string[]) => values.map((value) => ({ value, label: value }));
const needed = [{ required: true, message: 'Needed.' }];

/** A cable and what goes onto each of its ends. Lengths are typed as they are said: 118 m, 500 mm, 20 in. */
export function CableForm() {
  const { job: id = '' } = useParams();
  const go = useNavigate();
  const [fault, setFault] = useState('');
  const job = useQuery({ queryKey: ['job', id], queryFn: () => got(api.GET('/api/v1/jobs/{id}', { params: { path: { id } } })) });
  const book = useQuery({ queryKey: ['book'], queryFn: () => got(api.GET('/api/v1/recipes')) });
  const submit = async (values: Values) => {
    setFault('');
    try {
      const cable = await got(api.POST('/api/v1/jobs/{id}/cables', { params: { path: { id } }, body: values }));
      await go(`/proof/${cable.id}`);
    } catch (error) {
      setFault(
        error instanceof Refusal && error.faults.length
          ? error.faults.map((f) => `${f.field}: ${f.says}`).join(' ')
          : (error as Error).message,
      );
    }
  };
  if (!job.data || !book.data) return null;
  const panels = job.data.panels.map((panel) => ({ value: panel.id, label: `${panel.closet} ${panel.name}` }));
  const end = { connector: 'SC', polish: 'UPC', recipe: 'M4', firstPort: 1 };
  return (
    <div className="page">
      <h1>New cable · {job.data.job.name}</h1>
      <Form
        layout="vertical"
        className="card"
        requiredMark={false}
        onFinish={(values) => void submit(values)}
        initialValues={{
          build: 'tight-buffer-900',
          grade: 'OM4',
          strands: 12,
          near: { ...end, panel: panels[0]?.value },
          far: { ...end, panel: panels[1]?.value },
        }}
      >
        <div className="grid three">
          <Form.Item label="Cable" name="name" rules={needed}>
            <Input />
          </Form.Item>
          <Form.Item label="Build" name="build" rules={needed}>
            <Select
              options={options('tight-buffer-900', 'furcation-900', 'cordage-2.0', 'cordage-3.0', 'flat-drop', 'ribbon-12')}
            />
          </Form.Item>
          <Form.Item label="Fiber grade" name="grade" rules={needed}>
            <Select options={options('OM1', 'OM2', 'OM3', 'OM4', 'OM5', 'OS1a', 'OS2')} />
          </Form.Item>
          <Form.Item label="Strands" name="strands" rules={needed}>
            <InputNumber min={1} max={1000} />
          </Form.Item>
          <Form.Item label="Length" name="length" rules={needed}>
            <Input placeholder="118 m" />
          </Form.Item>
        </div>
        <div className="grid two">
          {(['near', 'far'] as const).map((which) => (
            <fieldset key={which}>
              <legend>{which === 'near' ? 'Near end' : 'Far end'}</legend>
              <Form.Item label="Panel" name={[which, 'panel']} rules={needed}>
                <Select options={panels} />
              </Form.Item>
              <div className="grid two">
                <Form.Item label="Port of strand 1" name={[which, 'firstPort']} rules={needed}>
                  <InputNumber min={1} />
                </Form.Item>
                <Form.Item label="Recipe" name={[which, 'recipe']} rules={needed}>
                  <Select options={[...new Set(book.data.recipes.map((r) => r.ref.id))].map((r) => ({ value: r, label: r }))} />
                </Form.Item>
                <Form.Item label="Connector" name={[which, 'connector']} rules={needed}>
                  <Select options={options('SC', 'LC', 'ST', 'FC', 'MPO')} />
                </Form.Item>
                <Form.Item label="Polish" name={[which, 'polish']} rules={needed}>
                  <Select options={options('PC', 'UPC', 'APC')} />
                </Form.Item>
                <Form.Item
                  label="Service length"
                  name={[which, 'service']}
                  rules={needed}
                  extra="Beyond the first connector's own strip"
                >
                  <Input placeholder="500 mm" />
                </Form.Item>
                <Form.Item label="Least to reach the panel" name={[which, 'least']} rules={needed}>
                  <Input placeholder="300 mm" />
                </Form.Item>
              </div>
            </fieldset>
          ))}
        </div>
        {fault && (
          <p role="alert" className="bad">
            {fault}
          </p>
        )}
        <Button type="primary" htmlType="submit" className="main-action">
          Add the cable
        </Button>
      </Form>
    </div>
  );
}
