import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { InputNumber } from 'antd';
import { useDeferredValue, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { Download } from '../../parts/Download';
import { Told } from '../../parts/Told';
import { say } from '../../shell/words';
import css from './JobCost.module.css';

const money = (amount: number) => amount.toLocaleString('en', { minimumFractionDigits: 2, maximumFractionDigits: 2 });
const whole = (amount: number) => amount.toLocaleString('en', { maximumFractionDigits: 0 });

/** What a job has cost and what it will, and the sheet on which it is offered. */
export function JobCost() {
  const { job = '' } = useParams();
  const [perHour, setPerHour] = useState<number>();
  const [margin, setMargin] = useState(20);
  const [valid, setValid] = useState(30);
  const asked = useDeferredValue(perHour);
  const told = useQuery({
    queryKey: ['job-cost', job, asked],
    queryFn: () => got(api.GET('/api/v1/jobs/{id}/cost', { params: { path: { id: job }, query: { perHour: asked } } })),
    placeholderData: keepPreviousData,
  });
  return (
    <div className="page" data-part="cost">
      <Told query={told}>
        {({ name, currency, perHour: reckoned, cost }) => (
          <>
            <header className={css.head}>
              <div>
                <h1>{say('job-cost.title')}</h1>
                <Link to={`/job/${job}`}>{name}</Link>
              </div>
              <p className={css.all} role="status">
                <small>{say('job-cost.all')}</small>
                <b>
                  {whole(cost.sum ?? cost.spent + cost.toCome)} {currency}
                </b>
                <span>
                  {say('job-cost.spent')} {whole(cost.spent)} · {say('job-cost.to-come')} {whole(cost.toCome)} ·{' '}
                  {say('job-cost.rework', { percent: (cost.reworkShare * 100).toFixed(0) })}
                </span>
              </p>
            </header>
            <section className={`card ${css.asked}`}>
              <Field label={say('methods.per-hour')} value={perHour ?? reckoned} most={100_000} onChange={setPerHour} />
              <Field label={say('job-cost.margin')} value={margin} most={500} onChange={setMargin} />
              <Field label={say('job-cost.valid')} value={valid} least={1} most={365} onChange={setValid} />
              <Download from={`/api/v1/jobs/${job}/quote.pdf?perHour=${perHour ?? reckoned}&margin=${margin}&valid=${valid}`}>
                {say('job-cost.quote')}
              </Download>
            </section>
            {cost.lines.length === 0 ? <p className="card">{say('job-cost.nothing')}</p> : <Lines cost={cost} />}
            <p className={css.note}>{say('job-cost.note')}</p>
          </>
        )}
      </Told>
    </div>
  );
}

interface FieldProps {
  label: string;
  value: number;
  least?: number;
  most: number;
  onChange: (value: number) => void;
}

const Field = ({ label, value, least = 0, most, onChange }: FieldProps) => (
  <label>
    {label}
    <InputNumber className="figures" min={least} max={most} value={value} onChange={(now) => onChange(now ?? least)} />
  </label>
);

const columns = ['made', 'ahead', 'parts', 'used-up', 'hands', 'rework-sum', 'sum'] as const;

function Lines({ cost }: { cost: Schemas['JobCost'] }) {
  return (
    // Whoever has no pointer scrolls it by key: what can be scrolled must be reached.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <div className={css.sides} tabIndex={0} role="region" aria-label={say('job-cost.title')}>
      <table className={css.table}>
        <thead>
          <tr>
            <th scope="col">{say('job-cost.recipe')}</th>
            {columns.map((column) => (
              <th key={column} scope="col">
                {say(`job-cost.${column}`)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {cost.lines.map(({ recipe, title, made, ahead, spent, toCome, rework }) => (
            <tr key={recipe}>
              <th scope="row">{title}</th>
              <td>{made}</td>
              <td>{ahead}</td>
              <td>{money(spent.parts + toCome.parts)}</td>
              <td>{money(spent.usedUp + toCome.usedUp)}</td>
              <td>{money(spent.hands + toCome.hands)}</td>
              <td>{money(rework)}</td>
              <td>
                <b>{money(sumOf(spent) + sumOf(toCome))}</b>
              </td>
            </tr>
          ))}
          {cost.tests > 0 && (
            <tr>
              <th scope="row">{say('job-cost.tests')}</th>
              <td colSpan={4} />
              <td>{money(cost.tests)}</td>
              <td />
              <td>
                <b>{money(cost.tests)}</b>
              </td>
            </tr>
          )}
        </tbody>
      </table>
    </div>
  );
}

const sumOf = ({ parts, usedUp, hands }: Schemas['CostSum']) => parts + usedUp + hands;
