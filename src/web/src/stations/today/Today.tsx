import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { keep, recall } from '../../shell/tablet';

async function jobsWithCables(): Promise<Schemas['JobView'][]> {
  try {
    const jobs = await got(api.GET('/api/v1/jobs'));
    const views = await Promise.all(jobs.map((job) => got(api.GET('/api/v1/jobs/{id}', { params: { path: { id: job.id } } }))));
    await keep('jobs', views);
    return views;
  } catch (fault) {
    const kept = await recall<Schemas['JobView'][]>('jobs');
    if (fault instanceof TypeError && kept) return kept;
    throw fault;
  }
}

/** The jobs of one's crews, each cable one tap from its strands. */
export function Today({ role }: { role: string }) {
  const jobs = useQuery({ queryKey: ['jobs'], queryFn: jobsWithCables });
  const plans = role === 'lead' || role === 'owner';
  return (
    <div className="page">
      <h1>Today</h1>
      {jobs.error && (
        <p role="alert" className="bad">
          {jobs.error.message}
        </p>
      )}
      {jobs.data?.length === 0 && <p>No job has been given to your crew yet.</p>}
      {jobs.data?.map(({ job, cables }) => (
        <section className="card" key={job.id}>
          <header className="row apart">
            <div>
              <h2>{job.name}</h2>
              <p>
                {job.customer} · {job.site} · {job.timeZone}
              </p>
            </div>
            <div className="row">
              <a className="button" href={`/api/v1/jobs/${job.id}/record`} download>
                Record as JSON
              </a>
              {plans && (
                <Link className="button" to={`/plan/${job.id}`}>
                  Add a cable
                </Link>
              )}
            </div>
          </header>
          {cables.length === 0 && <p>No cable yet.</p>}
          {cables.map((cable) => (
            <Link className="cable" key={cable.id} to={`/proof/${cable.id}`}>
              <b>{cable.name}</b>
              <span>
                {cable.strands} strands · {cable.grade}
              </span>
              <span aria-hidden="true">→</span>
            </Link>
          ))}
        </section>
      ))}
    </div>
  );
}
