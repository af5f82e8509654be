import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { sumOf } from '../../drawing/buckets';
import { EndsBar } from '../../drawing/EndsBar';
import { Line, Lines } from '../../parts/Lines';
import { Failed, Told } from '../../parts/Told';
import { usePlace } from '../../shell/place';
import { toldOrKept } from '../../shell/tablet';
import { say } from '../../shell/words';
import { MyDay, useMyDays } from './MyDay';
import { NextThing } from './NextThing';
import { nextOf } from './nextOf';
import { StockShort } from './StockShort';
import css from './Today.module.css';
import controls from '../../parts/controls.module.css';

/** As many jobs as one answer of the server holds. */
const page = 40;
const few = 5;

interface Props {
  person: string;
  mayPlan: boolean;
  mayWork: boolean;
  maySettle: boolean;
}

/** The one thing to do now, then what is one's own, then every job, those that are not at hand folded. */
export function Today({ person, mayPlan, mayWork, maySettle }: Props) {
  const [find, setFind] = useState('');
  const place = usePlace();
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
  const batches = useQuery({
    queryKey: ['batches'],
    queryFn: () => toldOrKept('batches', () => got(api.GET('/api/v1/batches'))),
  });
  const looks = useQuery({ queryKey: ['looks'], queryFn: () => toldOrKept('looks', () => got(api.GET('/api/v1/looks'))) });
  const mine = useMyDays();
  const listed = jobs.data?.pages.flat() ?? [];
  const isTold = jobs.data && (mine.data || mine.error) && (batches.data || batches.error) && (looks.data || looks.error);
  const told = {
    jobs: listed,
    batches: batches.data ?? [],
    looks: looks.data ?? [],
    planned: mine.data ?? [],
    place: place?.job,
  };
  const next = nextOf(told, { person, mayWork, maySettle });
  const open = told.batches.filter((batch) => next?.batch !== batch);
  const decide = maySettle ? told.looks.filter((look) => next?.look !== look) : told.looks;
  const atHand = place?.job ?? next?.job ?? listed.find(({ cables }) => cables.some(isUnderWay))?.job.id;
  return (
    <div className="page">
      <h1 className="unseen">{say('today.title')}</h1>
      {find === '' && isTold && next && <NextThing next={next} />}
      {find === '' && <MyDay tasks={told.planned} />}
      {decide.length > 0 && (
        <section className="card look">
          <h2>{say('today.looks', { count: told.looks.length })}</h2>
          <Lines>
            {decide.slice(0, 12).map((look) => (
              <Line key={look.termination} to={`/look/${look.termination}`} name={<span className="figures">{look.label}</span>}>
                {look.cableName} · {look.jobName}
              </Line>
            ))}
          </Lines>
        </section>
      )}
      {open.length > 0 && (
        <section className="card">
          <h2>{say('today.batches')}</h2>
          <Lines>
            {open.map((batch) => (
              <Line key={batch.batch} to={`/batch/${batch.batch}`} name={batch.where}>
                {say('today.batch', { numbers: batch.numbers, done: batch.done, of: batch.of })}{' '}
                {batch.trouble > 0 && <b className="bad">{say('today.batch-trouble', { count: batch.trouble })}</b>}
              </Line>
            ))}
          </Lines>
        </section>
      )}
      {mayWork && find === '' && <StockShort person={person} />}
      {(listed.length > few || find !== '') && (
        <input
          type="search"
          className={css.find}
          aria-label={say('today.find')}
          placeholder={say('today.find')}
          value={find}
          maxLength={100}
          onChange={(event) => setFind(event.target.value)}
        />
      )}
      {jobs.error && <Failed why={jobs.error} isTrying={jobs.isFetching} onAgain={() => void jobs.refetch()} />}
      <Told query={{ ...jobs, error: null }}>
        {() => (
          <>
            {listed.length === 0 && <p>{say(find === '' ? 'today.none' : 'today.none-found')}</p>}
            {[...listed]
              .sort((a, b) => Number(b.job.id === atHand) - Number(a.job.id === atHand))
              .map((job, index) => (
                <JobCard key={job.job.id} told={job} mayPlan={mayPlan} isOpen={find !== '' || index === 0} />
              ))}
          </>
        )}
      </Told>
      {jobs.hasNextPage && (
        <button className={controls.button} disabled={jobs.isFetchingNextPage} onClick={() => void jobs.fetchNextPage()}>
          {say('today.more-jobs')}
        </button>
      )}
    </div>
  );
}

const isUnderWay = ({ ends }: Schemas['CableView']) => !!(ends['under-way'] || ends.trouble);

const shownCables = 6;

function JobCard({ told: { job, cables }, mayPlan, isOpen }: { told: Schemas['JobSummary']; mayPlan: boolean; isOpen: boolean }) {
  return (
    <details className={`card ${css.job}`} open={isOpen}>
      <summary>
        <h2>{job.name}</h2>
        <EndsBar ends={sumOf(cables)} />
      </summary>
      <p className="row apart">
        <span>
          {job.customer} · {job.site}
        </span>
        <span className="row">
          <Link to={`/job/${job.id}`}>{say('today.whole-job')}</Link>
          {mayPlan && <Link to={`/plan/${job.id}`}>{say('today.add-cable')}</Link>}
        </span>
      </p>
      {cables.length === 0 && <p>{say('today.no-cable')}</p>}
      <Lines>
        {cables.slice(0, shownCables).map((cable) => (
          <Line key={cable.id} to={`/proof/${cable.id}`} name={cable.name}>
            <EndsBar ends={cable.ends} />
          </Line>
        ))}
        {cables.length > shownCables && (
          <Line to={`/job/${job.id}`} name={say('today.more-cables', { count: cables.length - shownCables })} />
        )}
      </Lines>
    </details>
  );
}
