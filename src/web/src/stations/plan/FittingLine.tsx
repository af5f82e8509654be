import { useQuery } from '@tanstack/react-query';
import { Form, type FormInstance } from 'antd';
import { api, got, type Schemas } from '../../api/client';
import { say } from '../../shell/words';
import css from './FittingLine.module.css';
import controls from '../../parts/controls.module.css';

type Values = Schemas['CableRequest'];
type Recipe = Schemas['FittingRecipe'];

/** Says whether the chosen recipe makes this end; where it does not, which do, and where none does, the nearest with what stands against each. */
export function FittingLine({ form, which }: { form: FormInstance<Values>; which: 'near' | 'far' }) {
  const build = Form.useWatch('build', form);
  const grade = Form.useWatch('grade', form);
  const connector = Form.useWatch([which, 'connector'], form);
  const polish = Form.useWatch([which, 'polish'], form);
  const recipe = Form.useWatch([which, 'recipe'], form);
  const wanted = { build, grade, connector, polish };
  const fitting = useQuery({
    queryKey: ['fitting', wanted],
    queryFn: () => got(api.POST('/api/v1/calc/fitting', { body: wanted })),
    enabled: Object.values(wanted).every(Boolean),
  });
  if (!fitting.data) return null;
  const { fits, recipes } = fitting.data;
  if (fits && recipes.some((each) => each.id === recipe)) return null;
  const what = { connector, polish, build: say(`build.${build}`), grade };
  return (
    <div className={css.fitting} role="status" data-part="fitting">
      <p>{say(fits ? 'fitting.others' : 'fitting.none', { ...what, recipe })}</p>
      <ul>
        {recipes.map((each) => (
          <li key={each.id}>
            <button type="button" className={controls.button} onClick={() => form.setFieldValue([which, 'recipe'], each.id)}>
              {each.id} · {each.title.en}
            </button>
            {!fits && <span>{againstOf(each)}</span>}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** What would have to be otherwise for a recipe. */
const againstOf = ({ reasons, builds }: Recipe) =>
  reasons
    .map(({ field, says }) =>
      field === 'build' ? say('fitting.builds', { builds: builds.map((build) => say(`build.${build}`)).join(', ') }) : says,
    )
    .join(' ');
