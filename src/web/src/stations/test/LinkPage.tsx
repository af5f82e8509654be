import { useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { BudgetStack } from '../../drawing/BudgetStack';
import { shown } from '../../drawing/LossBar';
import { StrandTab } from '../../drawing/StrandTab';
import { Told } from '../../parts/Told';
import type { Unit } from '../../core/core';
import { say } from '../../shell/words';
import { CuredCard } from './CuredCard';
import { DiagnosisCard } from './DiagnosisCard';
import { LengthCard } from './LengthCard';
import { ReflectanceCard } from './ReflectanceCard';
import { SettlePanel } from './SettlePanel';
import css from './LinkPage.module.css';
import controls from '../../parts/controls.module.css';

const ExpectedCurve = lazy(() => import('../../drawing/ExpectedCurve'));

interface Props {
  person: string;
  mayWork: boolean;
  maySettle: boolean;
  unit: Unit;
}

/** One link: its limit as a stack of lines, its readings, and what it carries. */
export function LinkPage(props: Props) {
  const { cable = '', strand = '' } = useParams();
  const link = useQuery({
    queryKey: ['measured', cable, strand],
    queryFn: () =>
      got(api.GET('/api/v1/cables/{id}/links/{strand}', { params: { path: { id: cable, strand: Number(strand) } } })),
    refetchOnMount: 'always',
  });
  return (
    <Told query={link} lines={8}>
      {(told) => <Shown told={told} {...props} />}
    </Told>
  );
}

function Shown({ told, person, mayWork, maySettle, unit }: Props & { told: Schemas['LinkPage'] }) {
  const queries = useQueryClient();
  const [settling, setSettling] = useState<Schemas['LossLine']>();
  const { link } = told;
  const readAnew = () => void queries.invalidateQueries({ queryKey: ['measured', told.cable] });
  const latest = link.readings.filter((reading) => reading.isLatest);
  return (
    <div className="page" data-part="link">
      <header className={css.head}>
        <h1>
          <StrandTab strand={link.strand} color={link.color} />
        </h1>
        <p>
          <span className="figures">
            {link.near} → {link.far}
          </span>{' '}
          · <Link to={told.isChain ? `/links/${told.job}` : `/proof/${told.cable}`}>{told.cableName}</Link> ·{' '}
          {say(link.isMeasured ? 'run.length-measured' : 'run.length-planned', { meters: link.meters })} · {link.grade}
        </p>
        <span className="grow" />
        {mayWork && (
          <Link className={controls.button} to={`/test/${told.cable}`}>
            {say('run.measure')}
          </Link>
        )}
      </header>
      {link.light && <p className="card">{link.light}</p>}
      {told.diagnosis && (
        <DiagnosisCard
          diagnosis={told.diagnosis}
          near={told.nearEnd}
          far={told.farEnd}
          findings={told.findings}
          rework={told.rework}
          person={person}
          mayWork={mayWork}
          unit={unit}
        />
      )}
      {link.cured && mayWork && (
        <CuredCard cable={told.cable} strand={link.strand} cured={link.cured} person={person} onSaid={readAnew} />
      )}
      {link.found.map((found) => (
        <p key={found} className="card">
          <b>{say('cause.what-were')}</b> {found}
        </p>
      ))}
      <div className={css.limits}>
        {link.limits.map((limit) => (
          <section key={limit.wavelength} className="card">
            <h2>
              {say('run.wavelength', { wavelength: limit.wavelength })}{' '}
              <span className={css.limit}>
                {say('run.limit')} <b className="figures">{shown(limit.limit)}</b>
              </span>
            </h2>
            <p className={css.expected}>
              {say('run.expected', { low: shown(limit.expected.low), high: shown(limit.expected.high) })}
              {limit.own > 0 && ` ${say('run.expected-own', { own: limit.own })}`}
              {limit.expected.worse != null && (
                <b className={limit.expected.isUnusual ? css.marginal : ''}>
                  {' '}
                  {say('run.worse-than', { links: Math.min(99, Math.floor(limit.expected.worse)) })}
                </b>
              )}
            </p>
            <Suspense>
              <ExpectedCurve
                wavelength={limit.wavelength}
                expected={limit.expected}
                limit={limit.limit}
                worst={limit.worst ?? null}
              />
            </Suspense>
            <BudgetStack
              lines={limit.lines}
              limit={limit.limit}
              readings={latest.filter((reading) => reading.wavelength === limit.wavelength)}
            />
          </section>
        ))}
      </div>
      <section className="card">
        <h2>{say('run.readings')}</h2>
        {link.readings.length === 0 ? (
          <p>{say('run.not-read')}</p>
        ) : (
          <table className={css.table}>
            <thead>
              <tr>
                <th scope="col">{say('run.at')}</th>
                <th scope="col">{say('run.direction')}</th>
                <th scope="col">{say('run.loss')}</th>
                <th scope="col">{say('run.limit')}</th>
                <th scope="col">{say('run.worth')}</th>
                <th scope="col">{say('run.who')}</th>
              </tr>
            </thead>
            <tbody>
              {link.readings.map((reading) => (
                <tr key={reading.event} className={reading.isLatest ? '' : css.earlier}>
                  <td className="figures">{reading.wavelength}</td>
                  <td>{say(`run.from-${reading.from}`)}</td>
                  <td className="figures">{shown(reading.loss)}</td>
                  <td className="figures">{shown(reading.limit)}</td>
                  <td className={css[reading.grade]}>
                    {reading.isInDoubt && <b>{say('run.in-doubt')} </b>}
                    {reading.settled ? say('run.settled', { reason: reading.settled }) : reading.says}
                    {!reading.isLatest && ` ${say('run.replaced')}`}
                    {maySettle && reading.isLatest && reading.grade !== 'pass' && !reading.settled && (
                      <button type="button" className={controls.button} onClick={() => setSettling(reading)}>
                        {say('run.settle')}
                      </button>
                    )}
                  </td>
                  <td>
                    {told.people[reading.actor] ?? ''}{' '}
                    {new Date(reading.at).toLocaleString('en', {
                      timeZone: told.timeZone,
                      dateStyle: 'medium',
                      timeStyle: 'short',
                    })}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <p className={css.source}>
          {link.budget}. {say('run.unsure', { uncertainty: link.uncertainty, source: link.uncertaintySource })}
        </p>
      </section>
      <LengthCard cable={told.cable} link={link} person={person} mayWork={mayWork} onRead={readAnew} />
      {link.reflectances.length > 0 && (
        <ReflectanceCard
          cable={told.cable}
          strand={link.strand}
          lines={link.reflectances}
          wavelengths={link.limits.map((limit) => limit.wavelength)}
          person={person}
          mayWork={mayWork}
          onRead={readAnew}
        />
      )}
      <section className="card">
        <h2>{say('run.carries')}</h2>
        <ul className={css.applications}>
          {link.applications.map((application) => (
            <li key={`${application.name} ${application.wavelength}`} className={application.isCarried ? '' : css.not}>
              <b>{application.isCarried ? '✓' : '✗'}</b> <span>{application.name}</span>
              <span className="figures">{shown(application.margin)}</span>
              <small>{say('run.reach', { meters: application.mostMeters, loss: shown(application.mostLoss) })}</small>
            </li>
          ))}
        </ul>
        <p className={css.source}>
          {say(link.applications.some((application) => application.isMeasured) ? 'run.carries-measured' : 'run.carries-limit')}
        </p>
        <p>
          <Link to="/joint">{say('joint.title')}</Link> ·{' '}
          <Link to={`/links/${told.job}`}>
            {say('joblinks.title')} {told.jobName}
          </Link>
        </p>
      </section>
      {settling && (
        <SettlePanel
          cable={told.cable}
          strand={link.strand}
          reading={settling}
          person={person}
          onClose={() => setSettling(undefined)}
          onSettled={() => {
            setSettling(undefined);
            readAnew();
          }}
        />
      )}
    </div>
  );
}
