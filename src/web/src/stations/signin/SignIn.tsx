import { Button, Form, Input } from 'antd';
import { useState } from 'react';
import { Mark } from '../../parts/icons';
import { useSignIn } from '../../shell/session';
import { FaultLine } from '../../shell/faults';
import { say } from '../../shell/words';
import css from './SignIn.module.css';
import controls from '../../parts/controls.module.css';

const product = 'Rhabdon';

export function SignIn() {
  const { signIn } = useSignIn();
  const [fault, setFault] = useState('');
  const [busy, setBusy] = useState(false);
  const submit = async (values: { signIn: string; secret: string }) => {
    setBusy(true);
    setFault('');
    try {
      await signIn(values.signIn, values.secret);
    } catch (error) {
      setFault(error instanceof TypeError ? say('shell.no-server') : (error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <main className={css.signIn}>
      <section className="card">
        <div className="row">
          <Mark size={64} />
          <div>
            <h1>{product}</h1>
            <p>{say('signin.tagline')}</p>
          </div>
        </div>
        <Form layout="vertical" onFinish={(values) => void submit(values)} requiredMark={false} size="large">
          <Form.Item label={say('signin.name')} name="signIn" rules={[{ required: true, message: say('signin.name-wanted') }]}>
            <Input autoComplete="username" autoFocus />
          </Form.Item>
          <Form.Item
            label={say('signin.secret')}
            name="secret"
            rules={[{ required: true, message: say('signin.secret-wanted') }]}
          >
            <Input.Password autoComplete="current-password" />
          </Form.Item>
          <FaultLine says={fault} />
          <Button type="primary" htmlType="submit" block loading={busy} className={controls.mainAction}>
            {say('signin.go')}
          </Button>
        </Form>
      </section>
    </main>
  );
}
