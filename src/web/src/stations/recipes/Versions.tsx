import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { api, got } from '../../api/client';
import { DataTable } from '../../parts/DataTable';
import { FaultLine } from '../../shell/faults';
import { fetchBook } from '../../shell/strands';
import { say } from '../../shell/words';
import { Field } from './Field';
import css from './Versions.module.css';

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
              <Button aria-pressed={against === one.version} onClick={() => setAgainst(one.version)}>
                {say('versions.compare', { version: one.version, newest: newest.version })}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {changes.data && (
        <DataTable
          rowKey="place"
          dataSource={changes.data}
          columns={[
            {
              title: say('versions.place'),
              dataIndex: 'place',
              rowScope: 'row',
              render: (place: string) => <code>{place}</code>,
            },
            { title: `v${against}`, dataIndex: 'before', render: (before: string | null) => before ?? '–' },
            { title: `v${newest.version}`, dataIndex: 'after', render: (after: string | null) => after ?? '–' },
          ]}
        />
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
      <Field label={say('versions.sheet')}>
        <Input
          value={sheetIssue}
          onChange={(event) => setSheetIssue(event.target.value)}
          placeholder={say('versions.sheet-hint')}
        />
      </Field>
      <Button htmlType="submit">{say('versions.confirm', { version })}</Button>
      <FaultLine says={fault} />
    </form>
  );
}
