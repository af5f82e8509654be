import { say } from '../../shell/words';
import { TextField } from './Field';
import type { Recipe } from './recipeDraft';

interface Fields {
  recipe: Recipe;
  set: (path: (string | number)[], value: unknown) => void;
  at: (place: string) => string | undefined;
}

/** Every length of a recipe. One that is left empty is still to be taken from the maker's sheet. */
export function LengthFields({ recipe, set, at }: Fields) {
  const { cuts, cleave, marks, joint } = recipe;
  return (
    <>
      <div className="grid two">
        <TextField label={say('editor.id')} value={recipe.id} fault={at('id')} set={(value) => set(['id'], value ?? '')} />
        <TextField
          label={say('editor.name')}
          value={recipe.title.en}
          fault={at('title')}
          set={(value) => set(['title', 'en'], value ?? '')}
        />
      </div>
      {cuts.map((cut, index) => (
        <fieldset key={cut.id}>
          <legend>{say('editor.cut', { cut: cut.id, from: say(`from.${cut.from}`) })}</legend>
          <div className="grid three">
            {(['length', 'tolerance', 'bite'] as const).map((name) => (
              <TextField
                key={name}
                label={say(`editor.${name}`)}
                value={cut[name]}
                hint={name === 'length' ? say('editor.sheet') : undefined}
                fault={at(`cuts[${index}].${name}`) ?? (name === 'length' ? at(`cuts[${index}].from`) : undefined)}
                set={(value) => set(['cuts', index, name], value)}
              />
            ))}
          </div>
        </fieldset>
      ))}
      {cleave && (
        <fieldset>
          <legend>{say('editor.cleave')}</legend>
          <div className="grid three">
            {(['length', 'tolerance', 'holds'] as const).map((name) => (
              <TextField
                key={name}
                label={say(`editor.${name}`)}
                value={cleave[name]}
                fault={at(`cleave.${name}`)}
                set={(value) => set(['cleave', name], value)}
              />
            ))}
          </div>
        </fieldset>
      )}
      {marks?.map((mark, index) => (
        <fieldset key={mark.id}>
          <legend>{say('editor.mark', { mark: mark.title.en ?? mark.id, from: say(`from.${mark.from}`) })}</legend>
          <div className="grid three">
            {(['length', 'tolerance'] as const).map((name) => (
              <TextField
                key={name}
                label={say(`editor.${name}`)}
                value={mark[name]}
                hint={name === 'length' ? say('editor.sheet') : undefined}
                fault={at(`marks[${index}].${name}`)}
                set={(value) => set(['marks', index, name], value)}
              />
            ))}
          </div>
        </fieldset>
      ))}
      {joint && (
        <fieldset>
          <legend>{say('editor.joint')}</legend>
          <div className="grid three">
            {(['stop', 'stopTolerance', 'stub', 'stubTolerance', 'bowLeast', 'bowMost'] as const).map((name) => (
              <TextField
                key={name}
                label={say(`editor.${name}`)}
                value={joint[name]}
                hint={name === 'stop' || name === 'stub' ? say('editor.sheet') : undefined}
                fault={at(`joint.${name}`)}
                set={(value) => set(['joint', name], value)}
              />
            ))}
          </div>
        </fieldset>
      )}
    </>
  );
}
