import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api, got } from '../../api/client';
import { EndsBar } from '../../drawing/EndsBar';
import { toldOrKept } from '../../shell/tablet';
import { say } from '../../shell/words';

/** A job across its cables: how far each has come, who has what in hand, what is left. */
export function JobOverview() {
  const { job: id = '' } = useParams();
  const view = useQuery({
    queryKey: ['job', id],
    queryFn: () => toldOrKept(`job ${id}`, () => got(api.GET('/api/v1/jobs/{id}', { params: { path: { id } } }))),
    refetchOnMount: 'always',
  });
  if (view.error) return <p role="alert">{view.error.message}</p>;
  if (!view.data) return null;
  const { job, cables, crews, left, overruled } = view.data;
  const all: Record<string, number> = {};
  for (const cable of cables) for (const [bucket, ends] of Object.entries(cable.ends)) all[bucket] = (all[bucket] ?? 0) + ends;
  return (
    <div className="page">
      <header className="row apart">
        <div>
          <h1>{job.name}</h1>
          <p>
            {job.customer} · {job.site} · {job.timeZone}
          </p>
        </div>
        <div className="row no-print">
          <a className="button" href={`/api/v1/jobs/${id}/export`} download>
            {say('job.export')}
          </a>
          <a className="button" href={`/api/v1/jobs/${id}/export.zip`} download>
            {say('job.export-zip')}
          </a>
          <a className="button" href={`/api/v1/jobs/${id}/record.csv`} download>
            {say('job.record-csv')}
          </a>
        </div>
      </header>
      <p className="left">
        <b className="figures">{left}</b> {say('job.left')}
        {overruled > 0 && (
          <span className="doubtful">
            {' · '}
            {say('job.overruled', { count: overruled })}
          </span>
        )}
      </p>
      <EndsBar ends={all} />
      <section className="card">
        <h2>{say('job.by-crew')}</h2>
        {crews.length === 0 && <p>{say('job.no-crew-yet')}</p>}
        {crews.map((crew) => (
          <div className="cable" key={crew.crew}>
            <b>{crew.crew || say('job.no-crew')}</b>
            <EndsBar ends={crew.ends} />
          </div>
        ))}
      </section>
      <section className="card">
        <h2>{say('job.by-cable')}</h2>
        {cables.map((cable) => (
          <Link className="cable" key={cable.id} to={`/proof/${cable.id}`}>
            <b>{cable.name}</b>
            <EndsBar ends={cable.ends} />
            <span aria-hidden="true">→</span>
          </Link>
        ))}
      </section>
    </div>
  );
}
