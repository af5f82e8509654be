import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Form, Select } from 'antd';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { shown } from '../../drawing/LossBar';
import { DataTable } from '../../parts/DataTable';
import { Download } from '../../parts/Download';
import { Told } from '../../parts/Told';
import { FaultLine } from '../../shell/faults';
import { say } from '../../shell/words';
import { Chains } from './Chains';
import css from './JobLinks.module.css';
import controls from '../../parts/controls.module.css';

/** The links of a job: how many are worth what, those that do not pass, and how they are tested. */
export function JobLinks({ mayPlan }: { mayPlan: boolean }) {
  const { job = '' } = useParams();
  const told = useQuery({
    queryKey: ['job-links', job],
    queryFn: async () => {
      const path = { params: { path: { id: job } } };
      const [links, plan, view, budgets] = await Promise.all([
        got(api.GET('/api/v1/jobs/{id}/links', path)),
        got(api.GET('/api/v1/jobs/{id}/test-plan', path)),
        got(api.GET('/api/v1/jobs/{id}', path)),
        got(api.GET('/api/v1/budgets')),
      ]);
      return { links, plan, name: view.job.name, cables: view.cables, budgets };
    },
    refetchOnMount: 'always',
  });
  return (
    <Told query={told}>
      {({ links, plan, name, cables, budgets }) => (
        <div className="page" data-part="job-links">
          <header className="row apart">
            <h1>
              {say('joblinks.title')} <Link to={`/job/${job}`}>{name}</Link>
            </h1>
            <div className="row no-print">
              <Download from={`/api/v1/jobs/${job}/losses.csv`}>{say('joblinks.csv')}</Download>
              <Link className={controls.button} to="/joint">
                {say('joint.title')}
              </Link>
            </div>
          </header>
          <Sum links={links} />
          <section className="card">
            <h2>{say('joblinks.failing')}</h2>
            <Failing links={links} />
          </section>
          {(cables.length > 1 || links.chains.length > 0) && (
            <Chains job={job} chains={links.chains} cables={cables} mayPlan={mayPlan} />
          )}
          <section className="card">
            <h2>{say('joblinks.plan')}</h2>
            <PlanForm job={job} plan={plan} budgets={budgets} mayPlan={mayPlan} />
          </section>
        </div>
      )}
    </Told>
  );
}

function Sum({ links }: { links: Schemas['JobLinks'] }) {
  const measured = links.tallies.reduce((sum, tally) => sum + tally.links, 0);
  return (
    <section className={css.sum}>
      <p className={css.share}>
        <b className="figures">{measured}</b> {say('joblinks.measured', { of: links.of })}
      </p>
      <div>
        <span className={css.bar} aria-hidden="true">
          {links.tallies.map((tally) => (
            <i key={tally.grade} className={css[tally.grade]} style={{ flexGrow: tally.links }} />
          ))}
          {links.of > measured && <i style={{ flexGrow: links.of - measured }} />}
        </span>
        <span className={css.said}>
          {links.tallies.map((tally) => (
            <span key={tally.grade}>
              <b className="figures">{tally.links}</b> {say(`loss.${tally.grade}`)}
            </span>
          ))}
          {links.of > measured && (
            <span>
              <b className="figures">{links.of - measured}</b> {say('joblinks.not-measured')}
            </span>
          )}
        </span>
      </div>
    </section>
  );
}

function Failing({ links }: { links: Schemas['JobLinks'] }) {
  if (links.failing.length === 0) return <p>{say('joblinks.all-pass')}</p>;
  return (
    <DataTable
      rowKey={({ cable, strand }) => `${cable} ${strand}`}
      dataSource={links.failing}
      columns={[
        {
          title: say('result.what-strand'),
          render: (_, { cable, cableName, strand }) => (
            <Link to={`/link/${cable}/${strand}`}>
              {cableName} · <span className="figures">{strand}</span>
            </Link>
          ),
        },
        {
          title: say('result.what-wavelength'),
          render: (_, { wavelength, from }) => `${say('run.wavelength', { wavelength })} ${say(`run.from-${from}`)}`,
        },
        { title: say('joblinks.loss'), render: (_, { loss }) => shown(loss), className: 'figures' },
        { title: say('joblinks.limit'), render: (_, { limit }) => shown(limit), className: 'figures' },
        { title: say('run.worth'), render: (_, { grade }) => <b className={css[`word-${grade}`]}>{say(`loss.${grade}`)}</b> },
      ]}
    />
  );
}

interface PlanProps {
  job: string;
  plan: Schemas['TestPlan'];
  budgets: Schemas['BudgetsView'];
  mayPlan: boolean;
}

/** The form's fields. */
interface PlanSaid {
  profile: string;
  wavelengths: number[];
  direction: 'both-ways' | 'one-way';
  order: Schemas['TestOrder'];
  application: string;
}

/** Budget profile, wavelengths, direction and order of a job's test runs. */
function PlanForm({ job, plan, budgets, mayPlan }: PlanProps) {
  const queries = useQueryClient();
  const [fault, setFault] = useState('');
  const [says, setSays] = useState('');
  const keep = (said: PlanSaid) =>
    got(
      api.PUT('/api/v1/jobs/{id}/test-plan', {
        params: { path: { id: job } },
        body: {
          profile: said.profile,
          wavelengths: said.wavelengths.length === 0 ? null : said.wavelengths,
          isOneWay: said.direction === 'one-way',
          order: said.order,
          application: said.application || null,
        },
      }),
    ).then(
      () => {
        setFault('');
        setSays(say('joblinks.plan-kept'));
        void queries.invalidateQueries({ queryKey: ['job-links', job] });
      },
      (error: Error) => setFault(error.message),
    );
  const [picked, setPicked] = useState(plan.profile);
  const budget = budgets.profiles.find(({ profile }) => profile.id === picked);
  const [profile, confirmed] = [budget?.profile, budget?.confirmation];
  return (
    <Form<PlanSaid>
      layout="vertical"
      disabled={!mayPlan}
      className={css.plan}
      onFinish={(said) => void keep(said)}
      initialValues={{
        profile: plan.profile,
        wavelengths: plan.wavelengths ?? [],
        direction: plan.isOneWay ? 'one-way' : 'both-ways',
        order: plan.order,
        application: plan.application ?? '',
      }}
    >
      <Form.Item
        name="profile"
        label={say('joblinks.profile')}
        extra={
          <>
            {profile && `${profile.source}; `}
            {confirmed
              ? say('budget.confirmed', { edition: confirmed.edition, name: confirmed.by })
              : say('budget.unconfirmed')}{' '}
            <Link to="/budgets">{say('budget.all')}</Link>
          </>
        }
      >
        <Select
          options={budgets.profiles.map(({ profile: { id, title } }) => ({ value: id, label: title.en }))}
          onChange={setPicked}
        />
      </Form.Item>
      <Form.Item name="wavelengths" label={say('joblinks.wavelengths')}>
        <Select
          mode="multiple"
          placeholder={say('joblinks.wavelengths-usual')}
          options={[...new Set(profile?.attenuation.map((each) => each.wavelength))]
            .sort((a, b) => a - b)
            .map((value) => ({ value, label: say('run.wavelength', { wavelength: value }) }))}
        />
      </Form.Item>
      <Form.Item name="direction" label={say('joblinks.direction')}>
        <Select options={(['both-ways', 'one-way'] as const).map((value) => ({ value, label: say(`joblinks.${value}`) }))} />
      </Form.Item>
      <Form.Item name="order" label={say('joblinks.order')}>
        <Select
          options={(['by-strand', 'by-wavelength'] as const).map((value) => ({ value, label: say(`joblinks.${value}`) }))}
        />
      </Form.Item>
      <Form.Item name="application" label={say('joblinks.application')}>
        <Select
          options={[
            { value: '', label: say('joblinks.application-none') },
            ...[...new Set(budgets.applications.map(({ name }) => name))].map((value) => ({ value, label: value })),
          ]}
        />
      </Form.Item>
      <div>
        <FaultLine says={fault} />
        <p role="status" className="good">
          {says}
        </p>
        {mayPlan && (
          <button type="submit" className={controls.mainAction}>
            {say('joblinks.plan-keep')}
          </button>
        )}
      </div>
    </Form>
  );
}
