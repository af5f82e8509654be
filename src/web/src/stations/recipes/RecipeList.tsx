import { useQuery } from '@tanstack/react-query';
import type { CheckboxProps } from 'antd';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, got } from '../../api/client';
import { DataTable } from '../../parts/DataTable';
import { FaultLine } from '../../shell/faults';
import { Told } from '../../parts/Told';
import { toldOrKept } from '../../shell/tablet';
import { say } from '../../shell/words';
import { readRecipeFile } from './recipeDraft';
import { templateAddress } from './template';
import portListCss from '../../parts/FileButton.module.css';
import css from './RecipeList.module.css';
import controls from '../../parts/controls.module.css';

/** Every recipe there is, in its newest version; picked ones print on one template. */
export function RecipeList({ mayPlan }: { mayPlan: boolean }) {
  const go = useNavigate();
  const [picked, setPicked] = useState<string[]>([]);
  const [fault, setFault] = useState('');
  const recipes = useQuery({
    queryKey: ['recipes'],
    queryFn: () => toldOrKept('recipe list', () => got(api.GET('/api/v1/recipes/list'))),
  });
  const take = async (file?: File) => {
    if (!file) return;
    setFault('');
    try {
      await go('/recipes/edit', { state: readRecipeFile(await file.text()) });
    } catch {
      setFault(say('recipes.no-json', { file: file.name }));
    }
  };
  if (!recipes.data) return <Told query={recipes}>{() => null}</Told>;
  return (
    <div className="page">
      <header className="row apart">
        <h1>{say('recipes.title')}</h1>
        <div className="row">
          {picked.length > 0 && (
            <a className={controls.button} href={templateAddress(picked, 'pdf')}>
              {say('recipes.template-of', { count: picked.length })}
            </a>
          )}
          {mayPlan && (
            <label className={`${controls.button} ${portListCss.file}`}>
              {say('recipes.import')}
              <input
                type="file"
                accept=".json,application/json"
                onChange={(event) => {
                  void take(event.target.files?.[0]);
                  event.target.value = '';
                }}
              />
            </label>
          )}
        </div>
      </header>
      <FaultLine says={fault} />
      <section className="card">
        <DataTable
          rowKey="id"
          dataSource={recipes.data}
          rowSelection={{
            selectedRowKeys: picked,
            onChange: (keys) => setPicked(keys as string[]),
            getCheckboxProps: (recipe) => ({ 'aria-label': say('recipes.pick', { recipe: recipe.id }) }) as CheckboxProps,
          }}
          columns={[
            {
              title: say('recipes.recipe'),
              rowScope: 'row',
              render: (_, recipe) => (
                <Link className={css.name} to={`/recipes/${recipe.id}`}>
                  <b className="figures">{recipe.id}</b> <b>{recipe.title}</b>
                </Link>
              ),
            },
            { title: say('recipes.connectors'), responsive: ['sm'], render: (_, recipe) => recipe.connectors.join(', ') },
            {
              title: say('recipes.standing'),
              render: (_, { isRetired, isConfirmed }) => (
                <span className={isRetired ? '' : isConfirmed ? 'good' : 'doubtful'}>
                  {say(isRetired ? 'recipes.retired' : isConfirmed ? 'recipes.confirmed' : 'recipes.unconfirmed')}
                </span>
              ),
            },
          ]}
        />
      </section>
    </div>
  );
}
