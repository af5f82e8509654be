import { Button, Form, Input } from 'antd';
import { useState, type ReactNode } from 'react';
import { FaultLine } from '../shell/faults';
import { say } from '../shell/words';
import { DraftLine } from './DraftLine';
import { SidePanel } from './SidePanel';
import { useFormDraft } from './useDraft';
import controls from './controls.module.css';

/** What every profile of a customer's own has. */
export interface OwnValues {
  name: string;
  source: string;
}

interface Props<T extends OwnValues> {
  title: string;
  how: string;
  /** Of the form, and of the draft that is kept of it. */
  name: string;
  draft: string;
  initialValues: T;
  /** The version that is published; one after the first keeps its name. */
  version: number;
  /** Fails with what would do. */
  onPublish: (values: T) => Promise<unknown>;
  onClose: () => void;
  children: ReactNode;
}

/** A customer's own profile, begun from another: its name, where it is taken from, what it holds, and its publishing. A published version never changes. */
export function OwnProfilePanel<T extends OwnValues>(props: Props<T>) {
  const [form] = Form.useForm<T>();
  const [fault, setFault] = useState('');
  const { drop, ...draft } = useFormDraft(form, props.draft);
  const publish = async (values: T) => {
    setFault('');
    try {
      await props.onPublish({ ...values, name: values.name.trim(), source: values.source.trim() });
      await drop();
    } catch (error) {
      setFault(error instanceof TypeError ? say('shell.no-server') : (error as Error).message);
    }
  };
  const needed = [{ required: true, message: say('form.needed') }];
  return (
    <SidePanel title={props.title} onClose={props.onClose} isWide>
      <DraftLine
        isRestored={draft.isRestored}
        onAnew={() => {
          form.resetFields();
          void drop();
        }}
      />
      <p>{props.how}</p>
      <Form
        form={form}
        name={props.name}
        layout="vertical"
        requiredMark={false}
        onValuesChange={draft.onValuesChange}
        onFinish={(values) => void publish(values)}
        initialValues={props.initialValues}
      >
        <div className="grid two">
          <Form.Item label={say('verify.own-name')} name="name" rules={needed}>
            <Input maxLength={100} disabled={props.version > 1} />
          </Form.Item>
          <Form.Item label={say('verify.own-source')} name="source" rules={needed}>
            <Input maxLength={100} />
          </Form.Item>
        </div>
        {props.children}
        <FaultLine says={fault} />
        <Button type="primary" htmlType="submit" className={controls.mainAction}>
          {say('verify.own-publish', { version: props.version })}
        </Button>
      </Form>
    </SidePanel>
  );
}
