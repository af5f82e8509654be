import { Button, Form, InputNumber, Select } from 'antd';
import { api, got, type Schemas } from '../../api/client';
import { amountOf, decibels } from '../../drawing/LossBar';
import { idOf } from '../../parts/idOf';
import { OwnProfilePanel, type OwnValues } from '../../parts/OwnProfilePanel';
import { say } from '../../shell/words';
import { allowances } from './Budgets';
import css from './OwnBudget.module.css';

type Grade = Schemas['FiberGrade'];

interface Values extends OwnValues {
  allowed: Record<(typeof allowances)[number], number>;
  attenuation: { grades: Grade[]; wavelength: number; perKm: number }[];
}

interface Props {
  from: Schemas['BudgetView'];
  /** Grades of fiber that there are. */
  grades: readonly Grade[];
  onPublished: () => void;
  onClose: () => void;
}

/** A customer's own budget, begun from another; a version that is published never changes. */
export function OwnBudget({ from: { profile, isOwn }, grades, onPublished, onClose }: Props) {
  const version = isOwn ? profile.version + 1 : 1;
  const publish = async ({ name, source, allowed, attenuation }: Values) => {
    await got(
      api.POST('/api/v1/budgets', {
        body: {
          ...(Object.fromEntries(allowances.map((each) => [each, decibels(allowed[each])])) as Record<
            (typeof allowances)[number],
            string
          >),
          id: isOwn ? profile.id : idOf(name),
          version,
          title: { en: name },
          source,
          endPairSource: source,
          uncertaintySource: source,
          attenuation: attenuation.map((row) => ({ ...row, perKm: decibels(row.perKm) })),
        },
      }),
    );
    onPublished();
  };
  const needed = [{ required: true, message: say('form.needed') }];
  return (
    <OwnProfilePanel<Values>
      title={say('budget.own-title')}
      how={say('budget.own-how')}
      name="budget"
      draft={`budget ${profile.id}`}
      initialValues={{
        name: isOwn ? (profile.title.en ?? '') : '',
        source: isOwn ? profile.source : '',
        allowed: Object.fromEntries(allowances.map((each) => [each, amountOf(profile[each])])) as Values['allowed'],
        attenuation: profile.attenuation.map((row) => ({ ...row, perKm: amountOf(row.perKm) })),
      }}
      version={version}
      onPublish={publish}
      onClose={onClose}
    >
      <div className={css.allowed}>
        {allowances.map((each) => (
          <Form.Item key={each} label={say(`budget.${each}`)} name={['allowed', each]} rules={needed}>
            <InputNumber min={0} max={5} step={0.05} suffix={say('budget.unit')} />
          </Form.Item>
        ))}
      </div>
      <h3>{say('budget.fiber')}</h3>
      <Form.List name="attenuation">
        {(rows, { add, remove }) => (
          <div className={css.rows}>
            {rows.map(({ key, name }) => (
              <div className={css.row} key={key}>
                <Form.Item name={[name, 'grades']} rules={needed} noStyle>
                  <Select
                    mode="multiple"
                    aria-label={`${name + 1}: ${say('budget.grades')}`}
                    options={grades.map((value) => ({ value, label: value }))}
                  />
                </Form.Item>
                <Form.Item name={[name, 'wavelength']} rules={needed} noStyle>
                  <InputNumber
                    aria-label={`${name + 1}: ${say('result.what-wavelength')}`}
                    min={600}
                    max={1700}
                    precision={0}
                    suffix="nm"
                  />
                </Form.Item>
                <Form.Item name={[name, 'perKm']} rules={needed} noStyle>
                  <InputNumber
                    aria-label={`${name + 1}: ${say('budget.a-km')}`}
                    min={0}
                    max={20}
                    step={0.1}
                    suffix={say('budget.unit-km')}
                  />
                </Form.Item>
                <Button type="text" aria-label={`${name + 1}: ${say('verify.own-remove')}`} onClick={() => remove(name)}>
                  {say('verify.own-remove')}
                </Button>
              </div>
            ))}
            <Button type="dashed" onClick={() => add()}>
              {say('budget.add-row')}
            </Button>
          </div>
        )}
      </Form.List>
    </OwnProfilePanel>
  );
}
