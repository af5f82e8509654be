import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { EndFaceGlyph, type Phase } from '../../drawing/EndFaceGlyph';
import { StrandTab } from '../../drawing/StrandTab';
import { keep, recall } from '../../shell/tablet';

async function ladderOf(id: string): Promise<Schemas['CableLadder']> {
  try {
    const ladder = await got(api.GET('/api/v1/cables/{id}/ladder', { params: { path: { id } } }));
    await keep(`ladder ${id}`, ladder);
    return ladder;
  } catch (fault) {
    const kept = await recall<Schemas['CableLadder']>(`ladder ${id}`);
    if (fault instanceof TypeError && kept) return kept;
    throw fault;
  }
}

/** A cable at a glance: one row a strand, its near and far end. */
export function StrandLadder() {
  const { cable = '' } = useParams();
  const ladder = useQuery({ queryKey: ['ladder', cable], queryFn: () => ladderOf(cable), refetchOnMount: 'always' });
  if (ladder.error) return <p role="alert">{ladder.error.message}</p>;
  if (!ladder.data) return null;
  const ends = ladder.data.rows.flatMap((row) => [row.near, row.far]);
  const count = (...phases: string[]) => ends.filter((end) => phases.includes(end.phase)).length;
  return (
    <div className="page">
      <h1>{ladder.data.name}</h1>
      <p>
        {ladder.data.grade} · {ladder.data.rows.length} strands · {ends.length} ends · {count('verified', 'doubtful')} accepted ·{' '}
        {ends.filter((end) => end.attempt > 1).length} reworked
      </p>
      <table className="card ladder">
        <thead>
          <tr>
            <th>Strand</th>
            <th>Near end</th>
            <th>
              <span className="unseen">Strand between</span>
            </th>
            <th className="right">Far end</th>
          </tr>
        </thead>
        <tbody>
          {ladder.data.rows.map((row) => (
            <tr key={row.strand}>
              <td>
                <StrandTab strand={row.strand} color={row.color} />
              </td>
              <td>
                <End end={row.near} />
              </td>
              <td className="between">
                <span>{saysOf(row)}</span>
              </td>
              <td className="right">
                <End end={row.far} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function End({ end }: { end: Schemas['TerminationRow'] }) {
  const isOver = ['verified', 'doubtful', 'rejected'].includes(end.phase);
  return (
    <span className="end">
      <EndFaceGlyph phase={end.phase as Phase} attempt={end.attempt} />
      <Link to={`/bench/${end.id}`} className="figures">
        {end.label}
      </Link>
      <Link to={`/story/${end.id}`} className={end.sign ? 'bad' : ''}>
        {end.needsALook ? 'needs a look' : end.sign ? 'in trouble' : isOver || end.attempt > 0 ? 'story' : ''}
      </Link>
    </span>
  );
}

function saysOf({ near, far }: Schemas['LadderRow']): string {
  const isDone = (phase: string) => phase === 'verified' || phase === 'doubtful';
  if (isDone(near.phase) && isDone(far.phase)) return 'both ends done; loss not measured yet';
  if (isDone(near.phase)) return 'far end open';
  if (isDone(far.phase)) return 'near end open';
  return near.attempt + far.attempt > 0 ? 'under way' : 'not begun';
}
