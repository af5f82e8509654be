import type { FormInstance } from 'antd';
import { useCallback, useEffect, useRef, useState } from 'react';
import { forget, keep, recall } from '../shell/tablet';

/** How long after a keystroke a form is kept. */
const keepAfterMs = 300;

/**
 * Keeps what is typed into a form on this tablet until it has been sent, so that a reload or a call away loses nothing. For no form that asks for a secret.
 * @param name of what is being made; another name has a draft of its own
 */
export function useFormDraft<T extends object>(form: FormInstance<T>, name: string) {
  const key = `draft ${name}`;
  const [isRestored, setRestored] = useState(false);
  const later = useRef(0);
  useEffect(() => {
    let isLeft = false;
    void recall<T>(key).then((draft) => {
      if (isLeft || !draft) return;
      form.setFieldsValue(draft as Parameters<typeof form.setFieldsValue>[0]);
      setRestored(true);
    });
    return () => {
      isLeft = true;
    };
  }, [form, key]);
  const onValuesChange = useCallback(() => {
    window.clearTimeout(later.current);
    later.current = window.setTimeout(() => void keep(key, form.getFieldsValue(true)), keepAfterMs);
  }, [form, key]);
  const drop = useCallback(async () => {
    window.clearTimeout(later.current);
    setRestored(false);
    await forget(key);
  }, [key]);
  return { isRestored, onValuesChange, drop };
}
