import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { InputNumber, Select, Slider } from 'antd';
import { useDeferredValue, useState, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { cableBuildValues, connectorTypeValues, fiberGradeValues, polishValues } from '../../api/schema';
import type { Unit } from '../../core/core';
import { CostLines } from '../../drawing/CostLines';
import { Told } from '../../parts/Told';
import { say, type Key } from '../../shell/words';
import { endsKey, endsTitle, pickedOf, useEndsToMake, useMakeBy, type Ends } from './endsToMake';
import { Sure } from './Sure';
import css from './Methods.module.css';
import controls from '../../parts/controls.module.css';

type Option = Schemas['MethodOption'];
type Wanted = Pick<Ends, 'connector' | 'polish' | 'build' | 'grade'>;

const options = (values: readonly string[]) => values.map((value) => ({ value, label: value }));
const money = (amount: number, digits = 0) =>
  amount.toLocaleString('en', { minimumFractionDigits: digits, maximumFractionDigits: digits });
const percent = (share: number) => `${Math.round(share * 100)} %`;

/** What is told of each way, a row each. */
const rows: { title: Key; tell: (option: Option) => ReactNode; isPart?: boolean }[] = [
  { title: 'methods.part', isPart: true, tell: (o) => money(o.end.part, 2) },
  { title: 'methods.used-up', isPart: true, tell: (o) => money(o.end.usedUp, 2) },
  { title: 'methods.hands', isPart: true, tell: (o) => money(o.end.hands, 2) },
  { title: 'methods.rework', isPart: true, tell: (o) => money(o.end.rework, 2) },
  {
    title: 'methods.once',
    tell: ({ once: { isHired, sum = 0 } }) => (isHired ? say('methods.machine-hired', { amount: money(sum) }) : money(sum)),
  },
  { title: 'methods.hours', tell: (o) => o.hours.toFixed(1) },
  {
    title: 'methods.yield',
    tell: (o) => (
      <>
        {percent(o.yield)}
        {o.yieldInterval && (
          <small>
            {say('methods.yield-own', {
              low: Math.round(o.yieldInterval.low * 100),
              high: Math.round(o.yieldInterval.high * 100),
              of: o.yieldOf,
            })}
          </small>
        )}
      </>
    ),
  },
  { title: 'methods.connectors', tell: (o) => o.connectors },
  { title: 'methods.loss', tell: (o) => o.loss },
  { title: 'methods.chance', tell: (o) => (o.pass == null ? say('methods.limit-none') : percent(o.pass)) },
  {
    title: 'methods.reflectance',
    tell: (o) =>
      o.meetsReflectance ? (
        o.reflectance
      ) : (
        <>
          {o.reflectance} <small className="bad">{say('methods.worse')}</small>
        </>
      ),
  },
  { title: 'methods.skill', tell: (o) => say(`methods.skill-${o.skill}` as Key) },
  { title: 'methods.who', tell: (o) => (o.people.length > 0 ? o.people.join(', ') : say('methods.learn')) },
];

interface Props {
  unit: Unit;
  person: string;
}

/** All ways to make some ends, side by side, and where their costs cross; for a job's ends one of them is chosen. */
export function Methods({ unit, person }: Props) {
  const [asked] = useSearchParams();
  const toMake = useEndsToMake(asked.get('job'));
  const [which, setWhich] = useState<string>();
  const chosen = pickedOf(toMake, which);
  const [own, setOwn] = useState<Wanted>({ connector: 'SC', polish: 'UPC', build: 'tight-buffer-900', grade: 'OM4' });
  const [ownEnds, setEnds] = useState(96);
  const [ownLength, setLength] = useState(90);
  const [perHour, setPerHour] = useState(75);
  const [confidence, setConfidence] = useState(0.95);
  const { says, makeBy } = useMakeBy(chosen, unit, person);
  const wanted: Wanted = chosen ?? own;
  const ends = chosen ? chosen.strands.length : ownEnds;
  const length = chosen ? chosen.length : `${ownLength} m`;
  const record = useQuery({ queryKey: ['plan-record'], queryFn: () => got(api.GET('/api/v1/plan/record')) });
  const question = useDeferredValue({
    wanted: { connector: wanted.connector, polish: wanted.polish, build: wanted.build, grade: wanted.grade },
    ends,
    length,
    perHour,
    yields: record.data?.yields,
    skilled: record.data?.skilled,
    confidence,
  });
  const compared = useQuery({
    queryKey: ['methods', question],
    queryFn: () => got(api.POST('/api/v1/calc/methods', { body: question })),
    enabled: !!record.data && (!asked.get('job') || !!toMake),
    placeholderData: keepPreviousData,
  });
  const choose = <K extends keyof Wanted>(key: K, values: readonly string[]) => (
    <label>
      {say(`methods.${key}` as Key)}
      <Select
        aria-label={say(`methods.${key}` as Key)}
        value={wanted[key]}
        options={options(values)}
        onChange={(value) => setOwn({ ...own, [key]: value })}
      />
    </label>
  );
  return (
    <div className="page" data-part="methods">
      <h1>{say('methods.title')}</h1>
      <section className={`card ${css.asked}`}>
        {chosen ? (
          <label className={css.which}>
            {say('methods.which')}
            <Select
              aria-label={say('methods.which')}
              value={endsKey(chosen)}
              options={toMake?.map((one) => ({ value: endsKey(one), label: endsTitle(one) }))}
              onChange={setWhich}
            />
          </label>
        ) : (
          <>
            {choose('connector', connectorTypeValues)}
            {choose('polish', polishValues)}
            {choose('build', cableBuildValues)}
            {choose('grade', fiberGradeValues)}
            <label>
              {say('methods.length')}
              <InputNumber
                min={1}
                max={50_000}
                value={ownLength}
                onChange={(value) => setLength(value ?? 1)}
                className="figures"
              />
            </label>
          </>
        )}
        <label>
          {say('methods.per-hour')}
          <InputNumber min={0} max={10_000} value={perHour} onChange={(value) => setPerHour(value ?? 0)} className="figures" />
        </label>
        <label>
          {say('methods.sure')}
          <Sure value={confidence} onChange={setConfidence} />
        </label>
        {!chosen && (
          <label className={css.ends}>
            <span>
              {say('methods.ends')} <b className="figures">{ends}</b>
            </span>
            <Slider
              min={2}
              max={600}
              value={ends}
              onChange={setEnds}
              tooltip={{ open: false }}
              ariaLabelForHandle={say('methods.ends')}
            />
          </label>
        )}
      </section>
      {toMake?.length === 0 && <p className="card">{say('methods.none-open')}</p>}
      <p role="status">{says}</p>
      <Told query={compared}>
        {(told) => <Compared told={told} ends={ends} planned={chosen?.recipe} onChosen={chosen && makeBy} />}
      </Told>
    </div>
  );
}

interface ComparedProps {
  told: Schemas['MethodComparison'];
  ends: number;
  /** Id of the recipe that the ends are planned by. */
  planned: string | undefined;
  onChosen: ((recipe: Schemas['RecipeRef'], title: string) => void) | undefined;
}

function Compared({ told, ends, planned, onChosen }: ComparedProps) {
  const [best] = told.options;
  const titles = new Map(told.options.map(({ recipe, title }) => [recipe.id, title]));
  // Recipes of one method cost about the same: one line each, the cheapest one's.
  const lines = told.options.filter((option, at) => told.options.findIndex(({ method }) => method === option.method) === at);
  if (told.options.length === 0) return <p className="card look">{say('methods.none')}</p>;
  return (
    <>
      {/* What scrolls must be reachable by key. */}
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex */}
      <section className={css.sides} tabIndex={0} aria-label={say('methods.compare')}>
        <table className={css.table}>
          <thead>
            <tr>
              <td />
              {told.options.map((option, at) => (
                <th scope="col" key={option.recipe.id} className={at === 0 ? css.best : ''}>
                  {option.title}
                  <small>{at === 0 ? say('methods.best') : '\u00a0'}</small>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr className={css.total}>
              <th scope="row">{say('methods.total')}</th>
              {told.options.map((option, at) => (
                <td key={option.recipe.id} className={at === 0 ? css.best : ''}>
                  {money(option.total)}
                </td>
              ))}
            </tr>
            {onChosen && (
              <tr>
                <th scope="row">{say('methods.for-these')}</th>
                {told.options.map(({ recipe, title }, at) => (
                  <td key={recipe.id} className={at === 0 ? css.best : ''}>
                    {recipe.id === planned ? (
                      say('methods.planned')
                    ) : (
                      <button
                        type="button"
                        className={controls.button}
                        aria-label={say('methods.choose-by', { title })}
                        onClick={() => onChosen(recipe, title)}
                      >
                        {say('methods.choose')}
                      </button>
                    )}
                  </td>
                ))}
              </tr>
            )}
            {rows.map(({ title, tell, isPart }) => (
              <tr key={title} className={isPart ? css.part : ''}>
                <th scope="row">{say(title)}</th>
                {told.options.map((option, at) => (
                  <td key={option.recipe.id} className={at === 0 ? css.best : ''}>
                    {tell(option)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section className="card">
        <CostLines
          ends={ends}
          lines={lines.map(({ recipe, title, once, total }) => ({ id: recipe.id, title, once: once.sum ?? 0, total }))}
        />
        {told.breakEvens
          .filter(({ cheaper, than }) => lines.some(({ recipe }) => recipe.id === cheaper) && than === best?.recipe.id)
          .map(({ cheaper, than, ends: from }) => (
            <p key={cheaper}>
              {say('methods.break', {
                ends: from.toLocaleString('en'),
                cheaper: titles.get(cheaper) ?? cheaper,
                than: titles.get(than) ?? than,
              })}
            </p>
          ))}
        <p className={css.note}>{say('methods.figures')}</p>
      </section>
      <details className="card">
        <summary>{say('methods.more')}</summary>
        <dl className={css.outs}>
          {told.outs.map((out) => (
            <div key={out.recipe.id}>
              <dt>{out.title}</dt>
              <dd>{out.why.join(' ')}</dd>
            </div>
          ))}
        </dl>
      </details>
    </>
  );
}
