import type { FormInstance } from 'antd';
import { useCallback, useEffect, useRef, useState } from 'react';
import { forget, keep, recall } from '../shell/tablet';

/** How long after a keystroke a form is kept. */
const keepAfterMs = 300;

/**
 * Keeps what is being made on this tablet until it has been sent, so that a reload or a call away loses nothing. For nothing that holds a secret.
 * @param name of what is being made; another name has a draft of its own
 * @param restore takes up what was kept before; it is called once, and must stay the same
 */
export function useDraft<T extends object>(name: string, restore: (draft: T) => void) {
  const key = `draft ${name}`;
  const [isRestored, setRestored] = useState(false);
  const later = useRef(0);
  useEffect(() => {
    let isLeft = false;
    void recall<T>(key).then((draft) => {
      if (isLeft || !draft) return;
      restore(draft);
      setRestored(true);
    });
    return () => {
      isLeft = true;
    };
  }, [restore, key]);
  const put = useCallback(
    (value: () => T) => {
      window.clearTimeout(later.current);
      later.current = window.setTimeout(() => void keep(key, value()), keepAfterMs);
    },
    [key],
  );
  const drop = useCallback(async () => {
    window.clearTimeout(later.current);
    setRestored(false);
    await forget(key);
  }, [key]);
  return { isRestored, put, drop };
}

/** The same for a form, of all its fields. */
export function useFormDraft<T extends object>(form: FormInstance<T>, name: string) {
  const restore = useCallback((draft: T) => form.setFieldsValue(draft as Parameters<typeof form.setFieldsValue>[0]), [form]);
  const { put, ...draft } = useDraft<T>(name, restore);
  const onValuesChange = useCallback(() => put(() => form.getFieldsValue(true)), [form, put]);
  return { ...draft, onValuesChange };
}
