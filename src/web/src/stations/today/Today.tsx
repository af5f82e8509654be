import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { Input } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, got } from '../../api/client';
import { EndsBar } from '../../drawing/EndsBar';
import { toldOrKept } from '../../shell/tablet';
import { say } from '../../shell/words';

const shownCables = 6;

/** As many jobs as one answer of the server holds. */
const page = 40;
const few = 5;

/** What wants a hand now, what was left in the middle, and the jobs of one's crews. */
export function Today({ mayPlan }: { mayPlan: boolean }) {
  const [find, setFind] = useState('');
  const jobs = useInfiniteQuery({
    queryKey: ['jobs', find],
    queryFn: ({ pageParam: skip }) => {
      const tell = () => got(api.GET('/api/v1/jobs', { params: { query: { find, skip } } }));
      return skip === 0 && find === '' ? toldOrKept('jobs told', tell) : tell();
    },
    initialPageParam: 0,
    getNextPageParam: (last, all) => (last.length === page ? all.flat().length : undefined),
    placeholderData: keepPreviousData,
  });
  const listed = jobs.data?.pages.flat() ?? [];
  const batches = useQuery({
    queryKey: ['batches'],
    queryFn: () => toldOrKept('batches', () => got(api.GET('/api/v1/batches'))),
  });
  const looks = useQuery({ queryKey: ['looks'], queryFn: () => toldOrKept('looks', () => got(api.GET('/api/v1/looks'))) });
  return (
    <div className="page">
      <h1>{say('today.title')}</h1>
      {jobs.error && (
        <p role="alert" className="bad">
          {jobs.error.message}
        </p>
      )}
      {looks.data && looks.data.length > 0 && (
        <section className="card look">
          <h2>{say('today.looks', { count: looks.data.length })}</h2>
          {looks.data.slice(0, 12).map((look) => (
            <Link className="cable" key={look.termination} to={`/look/${look.termination}`}>
              <b className="figures">{look.label}</b>
              <span>
                {look.cableName} · {look.jobName}
              </span>
              <span aria-hidden="true">→</span>
            </Link>
          ))}
        </section>
      )}
      {batches.data && batches.data.length > 0 && (
        <section className="card">
          <h2>{say('today.batches')}</h2>
          {batches.data.map((batch) => (
            <Link className="cable" key={batch.batch} to={`/batch/${batch.batch}`}>
              <b>{batch.where}</b>
              <span>{say('today.batch', { numbers: batch.numbers, done: batch.done, of: batch.of })}</span>
              {batch.trouble > 0 && <span className="bad">{say('today.batch-trouble', { count: batch.trouble })}</span>}
              <span aria-hidden="true">→</span>
            </Link>
          ))}
        </section>
      )}
      {(listed.length > few || find !== '') && (
        <Input
          aria-label={say('today.find')}
          placeholder={say('today.find')}
          value={find}
          maxLength={100}
          onChange={(event) => setFind(event.target.value)}
        />
      )}
      {jobs.data && listed.length === 0 && <p>{say(find === '' ? 'today.none' : 'today.none-found')}</p>}
      {listed.map(({ job, cables }) => (
        <section className="card" key={job.id}>
          <header className="row apart">
            <div>
              <h2>
                <Link to={`/job/${job.id}`}>{job.name}</Link>
              </h2>
              <p>
                {job.customer} · {job.site} · {job.timeZone}
              </p>
            </div>
            {mayPlan && (
              <Link className="button" to={`/plan/${job.id}`}>
                {say('today.add-cable')}
              </Link>
            )}
          </header>
          {cables.length === 0 && <p>{say('today.no-cable')}</p>}
          {cables.slice(0, shownCables).map((cable) => (
            <Link className="cable" key={cable.id} to={`/proof/${cable.id}`}>
              <b>{cable.name}</b>
              <EndsBar ends={cable.ends} />
              <span aria-hidden="true">→</span>
            </Link>
          ))}
          {cables.length > shownCables && (
            <Link className="cable" to={`/job/${job.id}`}>
              {say('today.more-cables', { count: cables.length - shownCables })}
            </Link>
          )}
        </section>
      ))}
      {jobs.hasNextPage && (
        <button className="button" disabled={jobs.isFetchingNextPage} onClick={() => void jobs.fetchNextPage()}>
          {say('today.more-jobs')}
        </button>
      )}
    </div>
  );
}
