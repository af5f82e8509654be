import type { Schemas } from '../../api/client';
import { FitAxis } from '../../drawing/FitAxis';
import { say } from '../../shell/words';

/** Whether glass meets glass: the chance, where the bow lies in its window, and what to hold tighter. */
export function FitCard({ sheet }: { sheet?: Schemas['RecipeDocument'] }) {
  if (!sheet?.fit) return null;
  const { chance, detail, isSure, axis, tighten, parts } = sheet.fit;
  return (
    <section className="card fit">
      <h2>{say('fit.title')}</h2>
      <p>
        <b className={`figures chance ${isSure ? 'good' : ''}`}>{chance}</b> {say('fit.meets')}
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
      {sheet.seat && <p>{sheet.seat}</p>}
    </section>
  );
}
