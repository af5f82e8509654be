import { Fragment } from 'react';
import type { Schemas } from '../../api/client';
import { say } from '../../shell/words';
import css from './PlanTable.module.css';

/** The strip plan in working order, and how the end looks after each cut. */
export function PlanTable({ marks }: { marks: Schemas['LengthMarkView'][] }) {
  return (
    <section className={css.plan}>
      <h2>{say('recipes.plan')}</h2>
      <table className="list">
        <thead>
          <tr>
            {(['mark', 'length', 'from', 'tolerance', 'other'] as const).map((head) => (
              <th key={head} scope="col">
                {say(`recipes.${head}`)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {marks.map((mark, index) => (
            <Fragment key={index}>
              <tr>
                <th scope="row">{mark.name}</th>
                <td className="figures">
                  <b>{mark.length}</b>
                </td>
                <td>{mark.from}</td>
                <td className="figures">{mark.tolerance}</td>
                <td className="figures">{mark.other}</td>
              </tr>
              <tr className={css.leaves}>
                <td colSpan={5}>
                  {[
                    mark.tip && `${say('recipes.tip')} ${mark.tip}`,
                    mark.fine && mark.fine !== mark.other && `${say('recipes.fine')} ${mark.fine}`,
                    mark.bites,
                    mark.leaves && say('recipes.leaves', { profile: mark.leaves }),
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </td>
              </tr>
            </Fragment>
          ))}
        </tbody>
      </table>
    </section>
  );
}
