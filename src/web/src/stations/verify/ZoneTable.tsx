import type { ReactNode } from 'react';
import type { Schemas } from '../../api/client';
import { DataTable } from '../../parts/DataTable';
import { say } from '../../shell/words';
import css from './ZoneTable.module.css';

type Zone = Schemas['FaceViewZone'];

const Count = ({ count, limit }: { count: ReactNode; limit: ReactNode }) => (
  <span className={css.count}>
    <b className="figures">{count}</b> <small>{limit}</small>
  </span>
);

/** Zone by zone how many marks there are, how many may be, and what follows. */
export function ZoneTable({ zones }: { zones: Zone[] }) {
  return (
    <DataTable
      className={css.zones}
      rowKey="name"
      dataSource={zones}
      columns={[
        { title: say('verify.zone'), dataIndex: 'name', rowScope: 'row' },
        {
          title: say('verify.scratches'),
          render: (_, zone) => <Count count={zone.scratches} limit={zone.scratchLimit} />,
        },
        {
          title: say('verify.defects'),
          render: (_, zone) => <Count count={zone.defects} limit={zone.defectLimit} />,
        },
        {
          title: say('verify.result'),
          render: (_, zone) => <span className={zone.tone === 'none' ? '' : zone.tone}>{zone.verdict}</span>,
        },
      ]}
    />
  );
}
