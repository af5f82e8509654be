import type { Schemas } from '../../api/client';
import { FitAxis } from '../../drawing/FitAxis';
import { DataTable } from '../../parts/DataTable';
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
      <DataTable
        rowKey="name"
        dataSource={parts}
        columns={[
          { title: say('fit.part'), dataIndex: 'name', rowScope: 'row' },
          { title: say('fit.tolerance'), dataIndex: 'tolerance', className: 'figures' },
          { title: say('fit.share'), dataIndex: 'share', className: 'figures' },
          { title: say('fit.if-halved'), dataIndex: 'ifHalved', className: 'figures' },
        ]}
      />
      {recipe.seat && <p>{recipe.seat}</p>}
    </section>
  );
}
