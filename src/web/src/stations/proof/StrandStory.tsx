import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api, got } from '../../api/client';
import type { Unit } from '../../core/core';
import { EndFaceGlyph, type Phase } from '../../drawing/EndFaceGlyph';
import { StrandTab } from '../../drawing/StrandTab';

/** Everything that happened to one strand's end, nothing left out. */
export function StrandStory({ unit }: { unit: Unit }) {
  const { termination = '' } = useParams();
  const story = useQuery({
    queryKey: ['story', termination, unit],
    queryFn: () => got(api.GET('/api/v1/terminations/{id}/story', { params: { path: { id: termination }, query: { unit } } })),
    refetchOnMount: 'always',
  });
  if (story.error) return <p role="alert">{story.error.message}</p>;
  if (!story.data) return null;
  const { state, lines, people } = story.data;
  const plan = state.plan;
  const when = new Intl.DateTimeFormat('en-CA', {
    dateStyle: 'short',
    timeStyle: 'short',
    hourCycle: 'h23',
    timeZone: story.data.timeZone,
  });
  return (
    <div className="page">
      <header className="row">
        <EndFaceGlyph phase={state.phase as Phase} attempt={state.attempt} size={56} />
        <div>
          <h1>
            <span className="figures">{story.data.label}</span> · {story.data.end} end
          </h1>
          <p>
            <StrandTab strand={story.data.strand} color={story.data.color} /> · {plan?.connector}/{plan?.polish} · {plan?.grade}
            {state.recipe && ` · recipe ${state.recipe.id} v${state.recipe.version}`}
          </p>
        </div>
      </header>
      <p className="row">
        <Link className="button" to={`/bench/${termination}`}>
          To the bench
        </Link>
      </p>
      <ol className="card story">
        {lines.map((line, index) => (
          <li key={line.event} className={line.standing}>
            {line.attempt > 0 && line.attempt !== lines[index - 1]?.attempt && <h2>Attempt {line.attempt}</h2>}
            <time dateTime={line.at}>{when.format(new Date(line.at))}</time>
            <div>
              <b>{line.what}</b> {line.read && <span className="figures">{line.read}</span>}{' '}
              {line.grade && <span className={line.grade}>{line.grade}</span>}
              {line.try > 1 && <small> · try {line.try}</small>}
              {line.note && <p>{line.note}</p>}
            </div>
            <span className="actor">{people[line.actor] ?? 'someone'}</span>
          </li>
        ))}
      </ol>
    </div>
  );
}
