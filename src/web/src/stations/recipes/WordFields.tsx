import { Input } from 'antd';
import { say } from '../../shell/words';
import { Field } from './Field';
import type { Recipe } from './recipeDraft';

interface Fields {
  recipe: Recipe;
  set: (path: (string | number)[], value: unknown) => void;
  at: (place: string) => string | undefined;
}

/** What each step says. The places {length}, {bites} and the like are filled at the bench. */
export function WordFields({ recipe, set, at }: Fields) {
  return recipe.steps.map((step, index) => (
    <fieldset key={step.id}>
      <legend>
        {index + 1} · {step.name.en}
      </legend>
      {(['title', 'how', 'why'] as const).map((name) => (
        <Field key={name} label={say(`editor.${name}`)} fault={at(`steps[${index}].${name}`)}>
          <Input.TextArea
            autoSize={{ minRows: 1, maxRows: 6 }}
            value={step[name]?.en ?? ''}
            onChange={(event) => set(['steps', index, name], { ...step[name], en: event.target.value })}
          />
        </Field>
      ))}
    </fieldset>
  ));
}
