import type { Schemas } from '../../api/client';
import { DataTable } from '../../parts/DataTable';
import { say } from '../../shell/words';
import css from './PlanTable.module.css';

type Mark = Schemas['LengthMarkView'];

/** What a mark is besides its length: from the tip, in the finer unit, in how many bites, and how it leaves the end. */
const besides = (mark: Mark) =>
  [
    mark.tip && `${say('recipes.tip')} ${mark.tip}`,
    mark.fine && mark.fine !== mark.other && `${say('recipes.fine')} ${mark.fine}`,
    mark.bites,
    mark.standing,
    mark.leaves && say('recipes.leaves', { profile: mark.leaves }),
  ]
    .filter(Boolean)
    .join(' · ');

/** The strip plan in working order, and how the end looks after each cut. */
export function PlanTable({ marks }: { marks: Mark[] }) {
  const rows = marks.map((mark, key) => ({ ...mark, key }));
  return (
    <section className={css.plan}>
      <h2>{say('recipes.plan')}</h2>
      <DataTable
        dataSource={rows}
        columns={[
          { title: say('recipes.mark'), dataIndex: 'name', rowScope: 'row' },
          {
            title: say('recipes.length'),
            dataIndex: 'length',
            className: 'figures',
            render: (length: string) => <b>{length}</b>,
          },
          { title: say('recipes.from'), dataIndex: 'from' },
          { title: say('recipes.tolerance'), dataIndex: 'tolerance', className: 'figures' },
          { title: say('recipes.other'), dataIndex: 'other', className: 'figures' },
        ]}
        expandable={{
          expandedRowKeys: rows.map(({ key }) => key),
          expandedRowRender: besides,
          rowExpandable: (mark) => besides(mark) !== '',
          showExpandColumn: false,
        }}
      />
    </section>
  );
}
