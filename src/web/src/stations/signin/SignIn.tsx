import { Button, Form, Input } from 'antd';
import { useState } from 'react';
import { EndFaceGlyph } from '../../drawing/EndFaceGlyph';
import { useSignIn } from '../../shell/session';

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
      setFault(error instanceof TypeError ? 'The server does not answer. Is the network there?' : (error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <main className="sign-in">
      <section className="card">
        <div className="row">
          <EndFaceGlyph phase="verified" size={56} />
          <div>
            <h1>Rhabdon</h1>
            <p>Field connectors, from plan to proof.</p>
          </div>
        </div>
        <Form layout="vertical" onFinish={(values) => void submit(values)} requiredMark={false} size="large">
          <Form.Item label="Name" name="signIn" rules={[{ required: true, message: 'Give your sign-in name.' }]}>
            <Input autoComplete="username" autoFocus />
          </Form.Item>
          <Form.Item label="Password or PIN" name="secret" rules={[{ required: true, message: 'Give your password or PIN.' }]}>
            <Input.Password autoComplete="current-password" />
          </Form.Item>
          {fault && (
            <p role="alert" className="bad">
              {fault}
            </p>
          )}
          <Button type="primary" htmlType="submit" block loading={busy} className="main-action">
            Sign in
          </Button>
        </Form>
      </section>
    </main>
  );
}
