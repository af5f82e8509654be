import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, got } from '../../api/client';
import { toldOrKept } from '../../shell/tablet';
import { say } from '../../shell/words';

/** Every recipe there is, in its newest version. */
export function RecipeList() {
  const recipes = useQuery({
    queryKey: ['recipes'],
    queryFn: () => toldOrKept('recipe list', () => got(api.GET('/api/v1/recipes/list'))),
  });
  if (recipes.error) return <p role="alert">{recipes.error.message}</p>;
  return (
    <div className="page">
      <h1>{say('recipes.title')}</h1>
      <section className="card">
        {recipes.data?.map((recipe) => (
          <Link className="cable recipe-line" key={recipe.id} to={`/recipes/${recipe.id}`}>
            <b className="figures">{recipe.id}</b>
            <b>{recipe.title}</b>
            <span>{recipe.connectors.join(', ')}</span>
            <span className={recipe.isConfirmed ? 'good' : 'doubtful'}>
              {say(recipe.isConfirmed ? 'recipes.confirmed' : 'recipes.unconfirmed')}
            </span>
            <span aria-hidden="true">→</span>
          </Link>
        ))}
      </section>
    </div>
  );
}
