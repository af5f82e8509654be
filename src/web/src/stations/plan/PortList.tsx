import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { Form, Input } from 'antd';
import { api, got, type Schemas } from '../../api/client';
import { DataTable } from '../../parts/DataTable';
import { say } from '../../shell/words';
import css from '../../parts/FileButton.module.css';
import controls from '../../parts/controls.module.css';

const shown = 8;

/** A port list, from a file or pasted, and at once what would come of it: every row that cannot be taken, or where each strand goes. */
export function PortList({ job }: { job: string }) {
  const form = Form.useFormInstance();
  const list = Form.useWatch<string | undefined>('ports', form) ?? '';
  const cable = Form.useWatch<string | undefined>('name', form) ?? '';
  const strands = Form.useWatch<number | undefined>('strands', form) ?? 0;
  const preview = useQuery({
    queryKey: ['ports', job, cable, strands, list],
    queryFn: () => got(api.POST('/api/v1/jobs/{id}/ports', { params: { path: { id: job } }, body: { cable, strands, list } })),
    enabled: list.trim() !== '' && strands > 0,
    placeholderData: keepPreviousData,
  });
  const take = async (file?: File) => file && form.setFieldValue('ports', await file.text());
  return (
    <div className="port-list">
      <div className="grid two">
        <div>
          <Form.Item label={say('ports.choose')} name="ports" rules={[{ required: true, message: say('form.needed') }]}>
            <Input.TextArea className="figures" rows={9} placeholder={say('ports.example')} spellCheck={false} />
          </Form.Item>
          <label className={`${controls.button} ${css.file}`}>
            {say('ports.file')}
            <input type="file" accept=".csv,text/csv,text/plain" onChange={(event) => void take(event.target.files?.[0])} />
          </label>
        </div>
        <div aria-live="polite">
          {strands > 0 ? preview.error && <p role="alert">{preview.error.message}</p> : <p>{say('ports.needs-strands')}</p>}
          {preview.data && list.trim() !== '' && <Outcome {...preview.data} />}
        </div>
      </div>
    </div>
  );
}

function Outcome({ rows, faults }: Schemas['PortPreview']) {
  const bad = faults.length > 0;
  const more = (bad ? faults.length : rows.length) - shown;
  return (
    <>
      <p className={bad ? 'bad' : 'good'} role="status">
        {bad ? say('ports.some-bad', { count: faults.length }) : say('ports.all-good', { count: rows.length })}
      </p>
      {bad ? (
        <DataTable
          rowKey={(fault) => `${fault.line} ${fault.column}`}
          dataSource={faults.slice(0, shown)}
          columns={[
            { title: say('ports.line'), dataIndex: 'line', render: (line: number) => (line === 0 ? say('ports.whole') : line) },
            { title: say('ports.column'), dataIndex: 'column' },
            { title: say('ports.what'), dataIndex: 'says' },
          ]}
        />
      ) : (
        <DataTable
          rowKey={(row) => `${row.strand} ${row.end}`}
          dataSource={rows.slice(0, shown)}
          columns={[
            { title: say('cable.strands'), dataIndex: 'strand' },
            { title: say('ports.end-of'), render: (_, row) => say(`end.${row.end}`) },
            { title: say('ports.where'), render: (_, row) => `${row.closet} ${row.panel} ${row.port}.${row.position}` },
            { title: say('ports.label'), dataIndex: 'label', className: 'figures' },
          ]}
        />
      )}
      {more > 0 && <p>{say('ports.more', { count: more })}</p>}
    </>
  );
}
