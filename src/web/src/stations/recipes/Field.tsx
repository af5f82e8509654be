import { Input } from 'antd';
import type { ReactNode } from 'react';
import css from './Field.module.css';

/** One field of the editor, its fault under it. */
export function Field({ label, fault, children }: { label: string; fault?: string; children: ReactNode }) {
  return (
    <label className={css.field}>
      <span>{label}</span>
      {children}
      {fault && <em className="bad">{fault}</em>}
    </label>
  );
}

/** A line of text; empty stands for nothing. */
export function TextField(props: {
  label: string;
  value?: string | null;
  fault?: string;
  set: (value: string | null) => void;
  hint?: string;
}) {
  return (
    <Field label={props.label} fault={props.fault}>
      <Input
        value={props.value ?? ''}
        placeholder={props.hint}
        status={props.fault === undefined ? '' : 'error'}
        aria-invalid={props.fault !== undefined}
        onChange={(event) => props.set(event.target.value === '' ? null : event.target.value)}
      />
    </Field>
  );
}
