import type { Schemas } from '../../api/client';
import { FitAxis } from '../../drawing/FitAxis';
import { say } from '../../shell/words';
import css from './FitCard.module.css';

/** Whether glass meets glass: the chance, where the bow lies in its window, and what to hold tighter. */
export function FitCard({ recipe }: { recipe?: Schemas['RecipeDocument'] }) {
  if (!recipe?.fit) return null;
  const { chance, detail, isSure, axis, tighten, parts } = recipe.fit;
  return (
    <section className={`card ${css.fit}`}>
      <h2>{say('fit.title')}</h2>
      <p>
        <b className={`figures ${css.chance} ${isSure ? 'good' : ''}`}>{chance}</b> {say('fit.meets')}
      </p>
      <FitAxis axis={axis} />
      <p>{detail}</p>
      <p>
        <b>{tighten}</b>
      </p>
      <table className="list">
        <thead>
          <tr>
            <th scope="col">{say('fit.part')}</th>
            <th scope="col">{say('fit.tolerance')}</th>
            <th scope="col">{say('fit.share')}</th>
            <th scope="col">{say('fit.if-halved')}</th>
          </tr>
        </thead>
        <tbody>
          {parts.map((part) => (
            <tr key={part.name}>
              <th scope="row">{part.name}</th>
              <td className="figures">{part.tolerance}</td>
              <td className="figures">{part.share}</td>
              <td className="figures">{part.ifHalved}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {recipe.seat && <p>{recipe.seat}</p>}
    </section>
  );
}
