import { Select } from 'antd';
import { useEffect, useState } from 'react';
import type { Schemas } from '../../api/client';
import { previewResults, takeResults } from '../../core/bench';
import { shown } from '../../drawing/LossBar';
import { DataTable } from '../../parts/DataTable';
import { SidePanel } from '../../parts/SidePanel';
import { FaultLine } from '../../shell/faults';
import { whyNotKept } from '../../shell/record';
import { keep, recall } from '../../shell/tablet';
import { say } from '../../shell/words';
import css from './ResultsPanel.module.css';
import files from '../../parts/FileButton.module.css';
import controls from '../../parts/controls.module.css';

type Mapping = Schemas['ResultMapping'];

const columns = ['strand', 'wavelength', 'loss', 'power', 'from', 'measured'] as const;

/** Files of one instrument have one header: which column is what was said once. */
const mappingKey = (header: readonly string[]) => `results ${header.join('\u001f')}`;

async function tableOf(file: File): Promise<Schemas['ResultTable']> {
  const { default: papa } = await import('papaparse');
  const { data } = papa.parse<string[]>(await file.text(), { skipEmptyLines: 'greedy' });
  const [header = [], ...rows] = data;
  return { header, rows };
}

interface Props {
  cable: string;
  person: string;
  wavelengths: readonly number[];
  onClose: () => void;
}

/** Results from an instrument's file: which column is what, what each row would be, and then all of them or none. */
export function ResultsPanel({ cable, person, wavelengths, onClose }: Props) {
  const [table, setTable] = useState<Schemas['ResultTable']>();
  const [mapping, setMapping] = useState<Mapping>();
  const [preview, setPreview] = useState<Schemas['ResultPreview']>();
  const [fault, setFault] = useState('');
  const [says, setSays] = useState('');
  useEffect(() => {
    if (!table) return;
    let isLate = false;
    previewResults(cable, { table, mapping }).then(
      (told) => {
        if (isLate || !told) return;
        setPreview(told);
        setFault(told.fault ?? '');
      },
      (error) => setFault(whyNotKept(error)),
    );
    return () => {
      isLate = true;
    };
  }, [cable, table, mapping]);
  const choose = async (file: File | undefined) => {
    if (!file) return;
    setSays('');
    setPreview(undefined);
    const read = await tableOf(file);
    setMapping(await recall<Mapping>(mappingKey(read.header)));
    setTable(read);
  };
  const used = mapping ?? preview?.mapping;
  const set = (change: Partial<Mapping>) => {
    if (!table || !used) return;
    const said = { ...used, ...change };
    setMapping(said);
    void keep(mappingKey(table.header), said);
  };
  const take = async () => {
    if (!table || !used) return;
    const done = await takeResults(cable, { table, mapping: used }, person).catch((error) => ({
      isDone: false,
      says: whyNotKept(error),
    }));
    if (!done.isDone) return setFault(done.says);
    setTable(undefined);
    setPreview(undefined);
    setSays(done.says);
  };
  const bad = preview?.lines.filter((line) => !line.key) ?? [];
  return (
    <SidePanel title={say('result.title')} onClose={onClose} isWide>
      <p>{say('result.how')}</p>
      <label className={`${controls.button} ${files.file}`}>
        {say('result.drop')}
        <input type="file" accept=".csv,.txt,text/csv,text/plain" onChange={(event) => void choose(event.target.files?.[0])} />
      </label>
      <p role="status" className="good">
        {says}
      </p>
      <FaultLine says={fault} />
      {table && used && (
        <fieldset className={css.columns}>
          <legend>{say('result.columns')}</legend>
          {columns.map((column) => (
            <label key={column}>
              {say(`result.what-${column}`)}
              <Select
                value={used[column] ?? -1}
                aria-label={say(`result.what-${column}`)}
                onChange={(place) => set({ [column]: place < 0 ? null : place })}
                options={[
                  { value: -1, label: say('result.not-in-file') },
                  ...table.header.map((label, value) => ({ value, label: label || `${value + 1}` })),
                ]}
              />
              {column === 'wavelength' && used.wavelength == null && (
                <Select
                  value={used.oneWavelength}
                  aria-label={say('result.wavelength-column')}
                  onChange={(oneWavelength) => set({ oneWavelength })}
                  options={wavelengths.map((value) => ({ value, label: say('run.wavelength', { wavelength: value }) }))}
                />
              )}
              {column === 'from' && used.from == null && (
                <Select
                  value={used.oneFrom}
                  aria-label={say('result.what-from')}
                  onChange={(oneFrom) => set({ oneFrom })}
                  options={(['near', 'far'] as const).map((value) => ({ value, label: say(`result.${value}`) }))}
                />
              )}
            </label>
          ))}
        </fieldset>
      )}
      {preview && table && !preview.fault && (
        <>
          <p aria-live="polite">
            <b>{say('result.count', { good: preview.good, doubles: preview.doubles, faults: preview.faults })}</b>
          </p>
          <DataTable
            rowKey="line"
            // Rows at fault first: they are what has to be mended.
            dataSource={[...bad, ...preview.lines.filter((line) => line.key)].slice(0, 200)}
            columns={[
              { title: say('result.line'), dataIndex: 'line', className: 'figures' },
              { title: say('result.what-strand'), render: (_, { key }) => key?.strand, className: 'figures' },
              { title: say('result.what-wavelength'), render: (_, { key }) => key?.wavelength, className: 'figures' },
              { title: say('result.what-from'), render: (_, { key }) => key && say(`end.${key.from}`) },
              { title: say('result.what-loss'), render: (_, { loss }) => loss && shown(loss), className: 'figures' },
              {
                title: say('result.says'),
                render: (_, line) => (
                  <span className={line.key ? undefined : 'bad'}>
                    {line.column && <b>{`${line.column}: `}</b>}
                    {line.says}
                  </span>
                ),
              },
            ]}
          />
          {preview.faults > 0 && <p className="bad">{say('result.your-fault', { faults: preview.faults })}</p>}
          <button
            type="button"
            className={controls.mainAction}
            disabled={preview.faults > 0 || preview.good === 0}
            onClick={() => void take()}
          >
            {say('result.keep', { good: preview.good })}
          </button>
        </>
      )}
    </SidePanel>
  );
}
