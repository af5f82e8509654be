import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { shown } from '../../drawing/LossBar';
import { ConfirmPanel } from '../../parts/ConfirmPanel';
import { Told } from '../../parts/Told';
import { say } from '../../shell/words';
import { OwnBudget } from './OwnBudget';
import css from './Budgets.module.css';
import controls from '../../parts/controls.module.css';

type Budget = Schemas['BudgetView'];

export const allowances = [
  'pair',
  'endPairMultimode',
  'endPairSingleMode',
  'splice',
  'uncertaintyMultimode',
  'uncertaintySingleMode',
] as const;

/** What limits are reckoned from, profile beside profile, and how each stands. */
export function Budgets({ mayPlan }: { mayPlan: boolean }) {
  const queries = useQueryClient();
  const budgets = useQuery({ queryKey: ['budgets'], queryFn: () => got(api.GET('/api/v1/budgets')) });
  const [confirming, setConfirming] = useState<Budget>();
  const [changing, setChanging] = useState<Budget>();
  const renew = () => queries.invalidateQueries({ queryKey: ['budgets'] });
  return (
    <Told query={budgets}>
      {({ profiles }) => (
        <div className="page" data-part="budgets">
          <h1>{say('budget.title')}</h1>
          <p>{say('budget.how')}</p>
          {/* What scrolls must be reachable by key. */}
          {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex */}
          <section className={`card ${css.budgets}`} tabIndex={0} aria-label={say('budget.title')}>
            <table>
              <thead>
                <tr>
                  <td />
                  {profiles.map((budget) => (
                    <th key={budget.profile.id} scope="col">
                      <b>{budget.profile.title.en}</b>
                      <small>{say('budget.version', { version: budget.profile.version })}</small>
                      <small className={budget.confirmation ? 'good' : 'look'}>
                        {budget.confirmation
                          ? say('budget.confirmed', { edition: budget.confirmation.edition, name: budget.confirmation.by })
                          : say('budget.unconfirmed')}
                      </small>
                      {mayPlan && (
                        <span className="row">
                          <button type="button" className={controls.button} onClick={() => setConfirming(budget)}>
                            {say('budget.confirm')}
                          </button>
                          <button type="button" className={controls.button} onClick={() => setChanging(budget)}>
                            {say(budget.isOwn ? 'budget.change' : 'budget.own')}
                          </button>
                        </span>
                      )}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {allowances.map((allowance) => (
                  <Row
                    key={allowance}
                    name={say(`budget.${allowance}`)}
                    cells={profiles.map(({ profile }) => profile[allowance])}
                  />
                ))}
                {fibersOf(profiles).map(({ grades, wavelength, cells }) => (
                  <Row
                    key={`${grades[0]} ${wavelength}`}
                    name={say('budget.per-km', { grade: grades.join(', '), wavelength })}
                    cells={cells}
                  />
                ))}
                <tr className={css.sources}>
                  <th scope="row">{say('budget.source')}</th>
                  {profiles.map(({ profile }) => (
                    <td key={profile.id}>
                      {profile.source}. {profile.endPairSource}. {profile.uncertaintySource}.
                    </td>
                  ))}
                </tr>
              </tbody>
            </table>
          </section>
          {confirming && (
            <ConfirmPanel
              title={say('budget.confirm-title', { profile: confirming.profile.title.en ?? '' })}
              how={say('budget.confirm-how')}
              before={confirming.confirmation?.edition}
              onConfirm={async (edition) => {
                const { id, version } = confirming.profile;
                await got(
                  api.POST('/api/v1/budgets/{id}/confirmation', { params: { path: { id } }, body: { version, edition } }),
                );
                await renew();
              }}
              onClose={() => setConfirming(undefined)}
            />
          )}
          {changing && (
            <OwnBudget
              from={changing}
              grades={gradesOf(profiles)}
              onPublished={() => void renew().then(() => setChanging(undefined))}
              onClose={() => setChanging(undefined)}
            />
          )}
        </div>
      )}
    </Told>
  );
}

/** One allowance in every profile; what differs from the first is set off. */
function Row({ name, cells }: { name: string; cells: (string | undefined)[] }) {
  return (
    <tr>
      <th scope="row">{name}</th>
      {cells.map((cell, at) => (
        <td key={at} className={`figures ${cell !== cells[0] ? css.differs : ''}`}>
          {cell ? shown(cell) : '–'}
        </td>
      ))}
    </tr>
  );
}

const gradesOf = (budgets: readonly Budget[]) =>
  [...new Set(budgets.flatMap(({ profile }) => profile.attenuation.flatMap((row) => row.grades)))].sort();

/** What a kilometer may lose in every profile; grades that all of them treat alike at a wavelength share a row. */
function fibersOf(budgets: readonly Budget[]) {
  const wavelengths = budgets.flatMap(({ profile }) => profile.attenuation.map((row) => row.wavelength));
  const alike = new Map<string, { grades: Schemas['FiberGrade'][]; wavelength: number; cells: (string | undefined)[] }>();
  for (const grade of gradesOf(budgets))
    for (const wavelength of [...new Set(wavelengths)].sort((a, b) => a - b)) {
      const cells = budgets.map(
        ({ profile }) => profile.attenuation.find((row) => row.wavelength === wavelength && row.grades.includes(grade))?.perKm,
      );
      if (cells.every((cell) => cell === undefined)) continue;
      const key = [wavelength, ...cells].join(' ');
      if (!alike.has(key)) alike.set(key, { grades: [], wavelength, cells });
      alike.get(key)!.grades.push(grade);
    }
  return [...alike.values()];
}
