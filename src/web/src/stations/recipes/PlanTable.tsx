import { Fragment } from 'react';
import type { Schemas } from '../../api/client';
import { say } from '../../shell/words';

/** The strip plan in working order, and how the end looks after each cut. */
export function PlanTable({ marks }: { marks: Schemas['LengthMarkView'][] }) {
  return (
    <section className="card">
      <h2>{say('recipes.plan')}</h2>
      <table className="list">
        <thead>
          <tr>
            {(['mark', 'length', 'from', 'tolerance', 'other', 'fine', 'tip', 'bites'] as const).map((head) => (
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
                <td className="figures">{mark.fine}</td>
                <td className="figures">{mark.tip}</td>
                <td>{mark.bites}</td>
              </tr>
              {mark.leaves && (
                <tr className="leaves">
                  <td colSpan={8}>{say('recipes.leaves', { profile: mark.leaves })}</td>
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      </table>
    </section>
  );
}
