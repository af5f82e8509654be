import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, got } from '../../api/client';
import { FaultLine } from '../../shell/faults';
import { fetchBook } from '../../shell/strands';
import { say } from '../../shell/words';
import css from './Versions.module.css';
import fieldCss from './Field.module.css';

/** A recipe's versions: who made each and when, who compared it with the maker's sheet, and what changed between two. */
export function Versions({ recipe, mayPlan }: { recipe: string; mayPlan: boolean }) {
  const [against, setAgainst] = useState<number>();
  const path = { id: recipe };
  const versions = useQuery({
    queryKey: ['versions', recipe],
    queryFn: () => got(api.GET('/api/v1/recipes/{id}/versions', { params: { path } })),
  });
  const [newest] = versions.data ?? [];
  const changes = useQuery({
    queryKey: ['changes', recipe, against, newest?.version],
    queryFn: () =>
      got(api.GET('/api/v1/recipes/{id}/changes', { params: { path, query: { from: against!, to: newest!.version } } })),
    enabled: against !== undefined && newest !== undefined,
  });
  if (!newest) return null;
  return (
    <section className="card">
      <h2>{say('versions.title')}</h2>
      <ul className={css.versions}>
        {versions.data!.map((one) => (
          <li key={one.version} className="row apart">
            <span>
              <b className="figures">v{one.version}</b> {new Date(one.at).toLocaleDateString()} ·{' '}
              {one.by ?? say('versions.shipped')}
            </span>
            <span className={one.confirmation ? 'good' : 'doubtful'}>
              {one.confirmation
                ? say('versions.confirmed', {
                    name: one.confirmedBy ?? '',
                    sheet: one.confirmation.sheetIssue,
                    day: new Date(one.confirmation.at).toLocaleDateString(),
                  })
                : say('recipes.unconfirmed')}
            </span>
            {one !== newest && (
              <button className="button" aria-pressed={against === one.version} onClick={() => setAgainst(one.version)}>
                {say('versions.compare', { version: one.version, newest: newest.version })}
              </button>
            )}
          </li>
        ))}
      </ul>
      {changes.data && (
        <table className="list">
          <thead>
            <tr>
              <th scope="col">{say('versions.place')}</th>
              <th scope="col">v{against}</th>
              <th scope="col">v{newest.version}</th>
            </tr>
          </thead>
          <tbody>
            {changes.data.map((change) => (
              <tr key={change.place}>
                <th scope="row">
                  <code>{change.place}</code>
                </th>
                <td>{change.before ?? '–'}</td>
                <td>{change.after ?? '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {mayPlan && <Confirm recipe={recipe} version={newest.version} />}
    </section>
  );
}

/** A lead has the maker's sheet at hand and has compared every figure with it. */
function Confirm({ recipe, version }: { recipe: string; version: number }) {
  const queries = useQueryClient();
  const [sheetIssue, setSheetIssue] = useState('');
  const [fault, setFault] = useState('');
  const confirm = async () => {
    setFault('');
    try {
      await got(
        api.POST('/api/v1/recipes/{id}/confirmation', { params: { path: { id: recipe } }, body: { version, sheetIssue } }),
      );
      setSheetIssue('');
      await Promise.all([queries.invalidateQueries(), fetchBook()]);
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <form
      className={`row ${css.confirm}`}
      onSubmit={(event) => {
        event.preventDefault();
        void confirm();
      }}
    >
      <label className={fieldCss.field}>
        <span>{say('versions.sheet')}</span>
        <input
          value={sheetIssue}
          onChange={(event) => setSheetIssue(event.target.value)}
          placeholder={say('versions.sheet-hint')}
        />
      </label>
      <button className="button">{say('versions.confirm', { version })}</button>
      <FaultLine says={fault} />
    </form>
  );
}
