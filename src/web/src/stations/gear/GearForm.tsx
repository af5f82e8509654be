import { Checkbox, Form, Input, InputNumber, Select } from 'antd';
import type { Schemas } from '../../api/client';
import { connectorTypeValues } from '../../api/schema';
import type { GearShown } from '../../core/gearSession';
import { useGearDeed } from '../../parts/useGearDeed';
import { SidePanel } from '../../parts/SidePanel';
import { FaultLine } from '../../shell/faults';
import { say, type Key } from '../../shell/words';
import controls from '../../parts/controls.module.css';

interface Props {
  kit: GearShown;
  person: string;
  /** What is changed; without it, something is taken in. */
  gear?: Schemas['GearLine'];
  onClose: () => void;
}

/** Of a form that asks only for what there is to choose. */
type Values = Partial<Schemas['GearCard']> & { amount?: number | null };

/** What is asked for, with its unit where it has one. */
export const amountOf = ({ unit }: Schemas['GearStock']) =>
  [say('gear.amount'), say(`unit.${unit}` as Key)].filter(Boolean).join(', ');

const empty = (value: unknown) => (value === '' || value === undefined ? null : value);

/** Takes a tool or a lot in, or writes anew what people know it by. */
export function GearForm({ kit: { crews, kinds }, person, gear, onClose }: Props) {
  const [form] = Form.useForm<Values>();
  const { act, says } = useGearDeed(person);
  const gearKind = Form.useWatch('gear', form) ?? gear?.card.gear;
  const kind = kinds.find((one) => one.id === gearKind);
  const keep = async ({ amount, ...values }: Values) => {
    const card = { ...(gear?.card ?? { crew: crews[0]?.id }), ...values };
    const whole = Object.fromEntries(Object.entries(card).map(([key, value]) => [key, empty(value)])) as Schemas['GearCard'];
    const deed = gear
      ? { kind: 'gear-changed' as const, card: whole }
      : { kind: 'gear-taken-in' as const, card: whole, amount: amount ?? null };
    if (await act(gear?.id ?? null, deed)) onClose();
  };
  const needed = [{ required: true, whitespace: true, message: say('form.needed') }];
  return (
    <SidePanel title={say(gear ? 'gear.change' : 'gear.take-in')} onClose={onClose}>
      <Form
        form={form}
        layout="vertical"
        name="gear"
        requiredMark={false}
        initialValues={gear?.card ?? { crew: crews[0]?.id }}
        onFinish={(values) => void keep(values)}
      >
        {!gear && (
          <Form.Item label={say('gear.what')} name="gear" rules={needed}>
            <Select
              showSearch={{ optionFilterProp: 'label' }}
              options={(['tool', 'lot'] as const).map((sort) => ({
                label: say(sort === 'tool' ? 'gear.tools' : 'gear.lots'),
                options: kinds
                  .filter((one) => one.sort === sort)
                  .map((one) => ({ value: one.id, label: say(`gear.kind-${one.id}` as Key) })),
              }))}
            />
          </Form.Item>
        )}
        <Form.Item label={say('gear.name')} name="name" rules={needed}>
          <Input maxLength={60} />
        </Form.Item>
        <Form.Item label={say('gear.code')} name="code" rules={needed} extra={say('gear.code-how')}>
          <Input maxLength={20} className="figures" />
        </Form.Item>
        <Form.Item label={say('gear.place')} name="place">
          <Input maxLength={60} />
        </Form.Item>
        {crews.length > 1 && (
          <Form.Item label={say('gear.crew')} name="crew" rules={[{ required: true }]}>
            <Select options={crews.map((crew) => ({ value: crew.id, label: crew.name }))} />
          </Form.Item>
        )}
        {kind?.bySetting && (
          <Form.Item label={say('gear.grit')} name="setting" rules={needed}>
            <Input className="figures" inputMode="decimal" />
          </Form.Item>
        )}
        {kind?.hasGrade && (
          <Form.Item name="isReferenceGrade" valuePropName="checked">
            <Checkbox>{say('gear.reference-grade')}</Checkbox>
          </Form.Item>
        )}
        {kind?.stock?.isByConnector && (
          <Form.Item label={say('gear.fits')} name="setting" rules={needed}>
            <Select options={connectorTypeValues.map((type) => ({ value: type, label: type }))} />
          </Form.Item>
        )}
        {kind?.stock && !gear && (
          <Form.Item label={amountOf(kind.stock)} name="amount">
            <InputNumber min={0} max={1_000_000} className="figures" />
          </Form.Item>
        )}
        {kind?.sort === 'lot' && (
          <Form.Item label={say('gear.expires')} name="expires">
            <Input type="date" />
          </Form.Item>
        )}
        {kind?.counters && (
          <Form.Item
            label={say('gear.life')}
            name="life"
            extra={say('gear.life-usual', { life: kind.counters[0]!.life, source: kind.counters[0]!.source })}
          >
            <InputNumber min={1} precision={0} />
          </Form.Item>
        )}
        <FaultLine says={says} />
        <button type="submit" className={controls.mainLower}>
          {say(gear ? 'gear.keep' : 'gear.take-in')}
        </button>
      </Form>
    </SidePanel>
  );
}
