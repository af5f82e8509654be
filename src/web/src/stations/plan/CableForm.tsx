import { useQuery } from '@tanstack/react-query';
import { Button, Form, Input, InputNumber, Radio, Select } from 'antd';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { DraftLine } from '../../parts/DraftLine';
import { useFormDraft } from '../../parts/useDraft';
import { Told } from '../../parts/Told';
import { FaultLine, showFaults } from '../../shell/faults';
import { api, got, type Schemas } from '../../api/client';
import { cableBuildValues, connectorTypeValues, fiberGradeValues, polishValues } from '../../api/schema';
import { say } from '../../shell/words';
import { FittingLine } from './FittingLine';
import { PortList } from './PortList';
import controls from '../../parts/controls.module.css';

type Values = Schemas['CableRequest'];

const options = (values: readonly string[]) => values.map((value) => ({ value, label: value }));
const needed = [{ required: true, message: say('form.needed') }];

/** With a list the ends name no panels of their own. */
const listed = (values: Values): Values => ({
  ...values,
  near: { ...values.near, panel: null, firstPort: 1, perPort: 1 },
  far: { ...values.far, panel: null, firstPort: 1, perPort: 1 },
});

/** A cable and what goes onto each of its ends. Lengths are typed as they are said: 118 m, 500 mm, 20 in. */
export function CableForm() {
  const { job: id = '' } = useParams();
  const go = useNavigate();
  const [form] = Form.useForm<Values>();
  const [fault, setFault] = useState('');
  const { drop, ...draft } = useFormDraft(form, `cable ${id}`);
  const [isListed, setListed] = useState(false);
  const job = useQuery({ queryKey: ['job', id], queryFn: () => got(api.GET('/api/v1/jobs/{id}', { params: { path: { id } } })) });
  const recipes = useQuery({ queryKey: ['recipes'], queryFn: () => got(api.GET('/api/v1/recipes/list')) });
  const submit = async (values: Values) => {
    setFault('');
    try {
      const cable = await got(
        api.POST('/api/v1/jobs/{id}/cables', { params: { path: { id } }, body: isListed ? listed(values) : values }),
      );
      await drop();
      await go(`/proof/${cable.id}`);
    } catch (error) {
      setFault(showFaults(form, error));
    }
  };
  if (!job.data || !recipes.data) return <Told query={job.data ? recipes : job}>{() => null}</Told>;
  const panels = job.data.panels.map((panel) => ({ value: panel.id, label: `${panel.closet} ${panel.name}` }));
  const end = { connector: 'SC', polish: 'UPC', recipe: 'M4', firstPort: 1, perPort: 1 };
  return (
    <div className="page">
      <div className="row apart">
        <h1>{say('cable.title', { job: job.data.job.name })}</h1>
        <Link to="/methods">{say('methods.compare')}</Link>
      </div>
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
          build: 'tight-buffer-900',
          grade: 'OM4',
          strands: 12,
          near: { ...end, panel: panels[0]?.value },
          far: { ...end, panel: panels[1]?.value },
        }}
      >
        <div className="grid three">
          <Form.Item label={say('cable.name')} name="name" rules={needed}>
            <Input />
          </Form.Item>
          <Form.Item label={say('cable.build')} name="build" rules={needed}>
            <Select options={cableBuildValues.map((value) => ({ value, label: say(`build.${value}`) }))} />
          </Form.Item>
          <Form.Item label={say('cable.grade')} name="grade" rules={needed}>
            <Select options={options(fiberGradeValues)} />
          </Form.Item>
          <Form.Item label={say('cable.strands')} name="strands" rules={needed}>
            <InputNumber min={1} max={1000} />
          </Form.Item>
          <Form.Item label={say('cable.length')} name="length" rules={needed}>
            <Input placeholder="118 m" />
          </Form.Item>
        </div>
        <Form.Item label={say('cable.ports-how')}>
          <Radio.Group
            optionType="button"
            value={isListed}
            onChange={(event) => setListed(event.target.value as boolean)}
            options={[
              { value: false, label: say('cable.ports-in-order') },
              { value: true, label: say('cable.ports-from-list') },
            ]}
          />
        </Form.Item>
        {isListed && <PortList job={id} />}
        <div className="grid two">
          {(['near', 'far'] as const).map((which) => (
            <fieldset key={which}>
              <legend>{say(`cable.${which}`)}</legend>
              {!isListed && (
                <Form.Item label={say('cable.panel')} name={[which, 'panel']} rules={needed}>
                  <Select options={panels} />
                </Form.Item>
              )}
              <div className="grid two">
                {!isListed && (
                  <>
                    <Form.Item label={say('cable.first-port')} name={[which, 'firstPort']} rules={needed}>
                      <InputNumber min={1} />
                    </Form.Item>
                    <Form.Item label={say('cable.per-port')} name={[which, 'perPort']} rules={needed}>
                      <InputNumber min={1} max={24} />
                    </Form.Item>
                  </>
                )}
                <Form.Item label={say('cable.recipe')} name={[which, 'recipe']} rules={needed}>
                  <Select
                    showSearch={{ optionFilterProp: 'label' }}
                    options={recipes.data
                      .filter((r) => !r.isRetired)
                      .map((r) => ({ value: r.id, label: `${r.id} · ${r.title}` }))}
                  />
                </Form.Item>
                <Form.Item label={say('cable.connector')} name={[which, 'connector']} rules={needed}>
                  <Select options={options(connectorTypeValues)} />
                </Form.Item>
                <Form.Item label={say('cable.polish')} name={[which, 'polish']} rules={needed}>
                  <Select options={options(polishValues)} />
                </Form.Item>
                <Form.Item
                  label={say('cable.service')}
                  name={[which, 'service']}
                  rules={needed}
                  extra={say('cable.service-note')}
                >
                  <Input placeholder="500 mm" />
                </Form.Item>
                <Form.Item label={say('cable.least')} name={[which, 'least']} rules={needed}>
                  <Input placeholder="300 mm" />
                </Form.Item>
              </div>
              <FittingLine form={form} which={which} />
            </fieldset>
          ))}
        </div>
        <FaultLine says={fault} />
        <Button type="primary" htmlType="submit" className={controls.mainAction}>
          {say('cable.go')}
        </Button>
      </Form>
    </div>
  );
}
