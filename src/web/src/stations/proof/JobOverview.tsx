import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link, useParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { countOf, sumOf } from '../../drawing/buckets';
import { EndsBar } from '../../drawing/EndsBar';
import { JobMap, type MapCable } from '../../drawing/JobMap';
import { Download } from '../../parts/Download';
import { Line, Lines } from '../../parts/Lines';
import { Told } from '../../parts/Told';
import { workAt } from '../../shell/place';
import { toldOrKept } from '../../shell/tablet';
import { say } from '../../shell/words';
import css from './JobOverview.module.css';
import controls from '../../parts/controls.module.css';

/** A job across its cables: where they go, how far each has come, who has what in hand, what is left. */
export function JobOverview({ mayPlan }: { mayPlan: boolean }) {
  const { job: id = '' } = useParams();
  const view = useQuery({
    queryKey: ['job', id],
    queryFn: () => toldOrKept(`job ${id}`, () => got(api.GET('/api/v1/jobs/{id}', { params: { path: { id } } }))),
    refetchOnMount: 'always',
  });
  return <Told query={view}>{(told) => <Job told={told} mayPlan={mayPlan} />}</Told>;
}

function onMap({ cables, places = [] }: Schemas['JobView']): MapCable[] {
  return cables.flatMap((cable) => {
    const of = (end: 'near' | 'far') => places.find((place) => place.cable === cable.id && place.end === end)?.closet;
    const [near, far, ends] = [of('near'), of('far'), cable.ends];
    const done = countOf(ends, 'done');
    const all = Object.values(ends).reduce((sum, each) => sum + each, 0);
    return near && far
      ? [
          {
            id: cable.id,
            name: cable.name,
            near,
            far,
            done: all > 0 ? done / all : 0,
            trouble: all > 0 ? countOf(ends, 'help') / all : 0,
            says: say('job.done-of', { done, of: all }),
          },
        ]
      : [];
  });
}

function Job({ told, mayPlan }: { told: Schemas['JobView']; mayPlan: boolean }) {
  const { job, cables, crews, left, overruled } = told;
  useEffect(() => workAt({ job: job.id, jobName: job.name }), [job.id, job.name]);
  return (
    <div className="page">
      <header className="row apart">
        <div>
          <h1>{job.name}</h1>
          <p>
            {job.customer} · {job.site}
          </p>
        </div>
        <div className="row no-print">
          {mayPlan && (
            <Link className={controls.button} to={`/plan/${job.id}`}>
              {say('today.add-cable')}
            </Link>
          )}
          {mayPlan && left > 0 && (
            <Link className={controls.button} to={`/methods?job=${job.id}`}>
              {say('methods.title')}
            </Link>
          )}
          {mayPlan && (
            <Link className={controls.button} to={`/cost/${job.id}`}>
              {say('job-cost.open')}
            </Link>
          )}
          <Link className={controls.button} to={`/kit/${job.id}`}>
            {say('load.open')}
          </Link>
          <Link className={controls.button} to={`/links/${job.id}`}>
            {say('job.links')}
          </Link>
          <Download from={`/api/v1/jobs/${job.id}/export`}>{say('job.export')}</Download>
          <Download from={`/api/v1/jobs/${job.id}/export.zip`}>{say('job.export-zip')}</Download>
          <Download from={`/api/v1/jobs/${job.id}/record.csv`}>{say('job.record-csv')}</Download>
        </div>
      </header>
      <section className={css.sum}>
        <p className={css.left}>
          <b className="figures">{left}</b> {say('job.left')}
          {overruled > 0 && (
            <span className="doubtful">
              {' · '}
              {say('job.overruled', { count: overruled })}
            </span>
          )}
        </p>
        <EndsBar ends={sumOf(cables)} />
      </section>
      <section className="card">
        <h2>{say('job.map')}</h2>
        <div className={css.map}>
          <JobMap cables={onMap(told)} name={say('job.map')} />
        </div>
      </section>
      <section className="card">
        <h2>{say('job.by-cable')}</h2>
        {cables.length === 0 && <p>{say('today.no-cable')}</p>}
        <Lines>
          {cables.map((cable) => (
            <Line key={cable.id} to={`/proof/${cable.id}`} name={cable.name}>
              <EndsBar ends={cable.ends} />
            </Line>
          ))}
        </Lines>
      </section>
      <section className="card">
        <h2>{say('job.by-crew')}</h2>
        {crews.length === 0 && <p>{say('job.no-crew-yet')}</p>}
        <Lines>
          {crews.map((crew) => (
            <Line key={crew.crew} name={crew.crew || say('job.no-crew')}>
              <EndsBar ends={crew.ends} />
            </Line>
          ))}
        </Lines>
      </section>
    </div>
  );
}
