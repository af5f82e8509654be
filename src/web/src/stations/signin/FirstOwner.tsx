import { Button, Form, Input } from 'antd';
import { useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import type { Schemas } from '../../api/client';
import { FaultLine, showFaults } from '../../shell/faults';
import { useSignIn } from '../../shell/session';
import { say } from '../../shell/words';
import signInCss from './SignIn.module.css';
import controls from '../../parts/controls.module.css';

type Values = Omit<Schemas['FirstOwnerRequest'], 'token'>;

/** An empty database's first person, made once through the link that start printed. */
export function FirstOwner() {
  const { makeFirstOwner } = useSignIn();
  const { hash } = useLocation();
  const go = useNavigate();
  const [form] = Form.useForm<Values>();
  const [fault, setFault] = useState('');
  const submit = async (values: Values) => {
    setFault('');
    try {
      await makeFirstOwner({ ...values, token: hash.slice(1) });
      await go('/', { replace: true });
    } catch (error) {
      setFault(showFaults(form, error));
    }
  };
  const needed = [{ required: true, message: say('form.needed') }];
  return (
    <main className={signInCss.signIn}>
      <section className="card">
        <h1>{say('first.title')}</h1>
        <p>{say('first.what')}</p>
        <Form form={form} layout="vertical" onFinish={(values) => void submit(values)} requiredMark={false} size="large">
          <Form.Item label={say('first.name')} name="name" rules={needed}>
            <Input autoComplete="name" autoFocus />
          </Form.Item>
          <Form.Item label={say('first.sign-in')} name="signIn" rules={needed}>
            <Input autoComplete="username" />
          </Form.Item>
          <Form.Item label={say('first.password')} name="password" rules={needed}>
            <Input.Password autoComplete="new-password" />
          </Form.Item>
          <Form.Item label={say('first.pin')} name="pin" rules={needed}>
            <Input.Password inputMode="numeric" autoComplete="off" />
          </Form.Item>
          <FaultLine says={fault} />
          <Button type="primary" htmlType="submit" block className={controls.mainAction}>
            {say('first.go')}
          </Button>
        </Form>
      </section>
    </main>
  );
}
