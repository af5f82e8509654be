import type { FormInstance } from 'antd';
import { Refusal } from '../api/client';
import { say } from './words';

/** near.firstPort and panels[0].closet as Ant Design names fields. */
export function fieldPath(field: string): (string | number)[] {
  const parts = field.split(/[.[\]]+/).filter((part) => part !== '');
  return parts.map((part) => (/^\d+$/.test(part) ? Number(part) : part));
}

/** Puts the server's faults at their fields; what has no field of its own is returned to be said above the button. */
export function showFaults(form: FormInstance, error: unknown): string {
  if (error instanceof TypeError) return say('shell.no-server');
  if (!(error instanceof Refusal) || error.faults.length === 0) return (error as Error).message;
  const places = error.faults.map((fault) => ({ ...fault, name: fieldPath(fault.field) }));
  const known = places.filter(({ name }) => form.getFieldInstance(name));
  form.setFields(known.map(({ name, says }) => ({ name, errors: [says] })));
  if (known[0]) form.scrollToField(known[0].name, { block: 'center' });
  const others = places.filter((place) => !known.includes(place)).map((place) => place.says);
  return others.join(' ') || say('form.look');
}

/** What a form could not do, said where the hand is. */
export function FaultLine({ says }: { says: string }) {
  return says ? (
    <p role="alert" className="bad">
      {says}
    </p>
  ) : null;
}
