import { useQuery } from '@tanstack/react-query';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { Input } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { EndFaceGlyph } from '../../drawing/EndFaceGlyph';
import { StrandTab } from '../../drawing/StrandTab';
import { pick, usePicked } from '../../shell/picked';
import { fetchStrands } from '../../shell/strands';
import { toldOrKept } from '../../shell/tablet';
import { say } from '../../shell/words';
import { TakeTogetherBar } from './TakeTogetherBar';

type End = Schemas['StrandEnd'];
const shows = ['all', 'open', 'trouble', 'done', 'reworked'] as const;
type Shows = (typeof shows)[number];

const holds: Record<Shows, (end: End) => boolean> = {
  all: () => true,
  open: (end) => end.bucket === 'planned' || end.bucket === 'under-way',
  trouble: (end) => end.bucket === 'trouble' || end.bucket === 'look' || end.bucket === 'rejected',
  done: (end) => end.bucket === 'verified' || end.bucket === 'doubtful',
  reworked: (end) => end.attempt > 1,
};

/** A cable at a glance: one row a strand, its near and far end. */
export function StrandLadder({ mayWork, person }: { mayWork: boolean; person: string }) {
  const { cable = '' } = useParams();
  const ladder = useQuery({
    queryKey: ['ladder', cable],
    queryFn: () =>
      toldOrKept(`ladder ${cable}`, () => got(api.GET('/api/v1/cables/{id}/ladder', { params: { path: { id: cable } } }))),
    refetchOnMount: 'always',
  });
  const [show, setShow] = useState<Shows>('all');
  const [isPicking, setPicking] = useState(false);
  const [jump, setJump] = useState('');
  const [isPrinting, setPrinting] = useState(false);
  const picked = usePicked();
  const go = useNavigate();
  const list = useRef<HTMLDivElement>(null);
  const rows = useMemo(
    () => ladder.data?.rows.filter((row) => holds[show](row.near) || holds[show](row.far)) ?? [],
    [ladder.data, show],
  );
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: () => 50,
    overscan: 12,
    scrollMargin: list.current?.offsetTop ?? 0,
  });
  useEffect(() => {
    const ids = ladder.data?.rows
      .flatMap((row) => [row.near, row.far])
      .filter((end) => !holds.done(end))
      .map((end) => end.id);
    if (ids && ids.length <= 48 && mayWork) void fetchStrands(ids).catch(() => undefined);
  }, [ladder.data, mayWork]);
  useEffect(() => {
    if (!isPrinting) return;
    window.print();
    setPrinting(false);
  }, [isPrinting]);
  if (ladder.error) return <p role="alert">{ladder.error.message}</p>;
  if (!ladder.data) return null;
  const ends = ladder.data.rows.flatMap((row) => [row.near, row.far]);
  const found =
    jump.trim() === ''
      ? -1
      : rows.findIndex((row) =>
          [String(row.strand), row.near.label, row.far.label].some((text) => text.toLowerCase() === jump.trim().toLowerCase()),
        );
  const jumpTo = () => {
    const partly = rows.findIndex((row) =>
      `${row.near.label} ${row.far.label}`.toLowerCase().includes(jump.trim().toLowerCase()),
    );
    const at = found >= 0 ? found : partly;
    if (at >= 0) virtual.scrollToIndex(at, { align: 'center' });
  };
  const items = isPrinting ? rows.map((_, index) => ({ index, key: index, start: 0 })) : virtual.getVirtualItems();
  return (
    <div className="page">
      <header className="row apart">
        <h1>{ladder.data.name}</h1>
        <div className="row no-print">
          {mayWork && (
            <button className="button" aria-pressed={isPicking} onClick={() => setPicking(!isPicking)}>
              {say(isPicking ? 'ladder.stop-picking' : 'ladder.pick')}
            </button>
          )}
          <button className="button" onClick={() => setPrinting(true)}>
            {say('ladder.print')}
          </button>
        </div>
      </header>
      <p>
        {say('ladder.summary', {
          grade: ladder.data.grade,
          strands: ladder.data.rows.length,
          ends: ends.length,
          accepted: ends.filter(holds.done).length,
          reworked: ends.filter(holds.reworked).length,
        })}
      </p>
      <div className="row no-print">
        {shows.map((which) => (
          <button key={which} className="button" aria-pressed={show === which} onClick={() => setShow(which)}>
            {say(`ladder.show-${which}`)}
          </button>
        ))}
        <form
          className="row"
          role="search"
          onSubmit={(event) => {
            event.preventDefault();
            jumpTo();
          }}
        >
          <Input
            aria-label={say('ladder.jump')}
            placeholder={say('ladder.jump')}
            className="figures jump"
            value={jump}
            onChange={(event) => setJump(event.target.value)}
          />
          <button className="button" type="submit">
            {say('ladder.go')}
          </button>
        </form>
      </div>
      {(isPicking || picked.length > 0) && (
        <TakeTogetherBar
          person={person}
          onPickAll={(which) => pick.add(rows.map((row) => row[which]).filter((end) => holds.open(end)))}
          onTaken={(batch) => {
            setPicking(false);
            void go(`/batch/${batch}`);
          }}
        />
      )}
      <div className="card ladder" role="table" aria-label={ladder.data.name} aria-rowcount={rows.length + 1}>
        <div className="rung head" role="row">
          <span role="columnheader">{say('ladder.strand')}</span>
          <span role="columnheader">{say('ladder.near')}</span>
          <span role="columnheader" className="unseen">
            {say('ladder.between')}
          </span>
          <span role="columnheader" className="right">
            {say('ladder.far')}
          </span>
        </div>
        {rows.length === 0 && <p className="says">{say('ladder.none')}</p>}
        <div ref={list} className="rungs" role="rowgroup" style={isPrinting ? undefined : { height: virtual.getTotalSize() }}>
          {items.map(({ index, key, start }) => {
            const row = rows[index]!;
            return (
              <div
                className={`rung ${index === found ? 'found' : ''}`}
                role="row"
                aria-rowindex={index + 2}
                key={key}
                data-index={index}
                ref={isPrinting ? undefined : virtual.measureElement}
                style={
                  isPrinting
                    ? undefined
                    : { transform: `translateY(${start - virtual.options.scrollMargin}px)`, position: 'absolute' }
                }
              >
                <span role="cell">
                  <StrandTab strand={row.strand} color={row.color} />
                </span>
                <EndCell end={row.near} isPicking={isPicking} isPicked={picked.some((end) => end.id === row.near.id)} />
                <span role="cell" className="between">
                  <span>{saysOf(row)}</span>
                </span>
                <EndCell end={row.far} isPicking={isPicking} isPicked={picked.some((end) => end.id === row.far.id)} isRight />
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

function EndCell({ end, isPicking, isPicked, isRight }: { end: End; isPicking: boolean; isPicked: boolean; isRight?: boolean }) {
  return (
    <span role="cell" className={`end ${isRight ? 'right' : ''}`}>
      {isPicking && (
        <label className="check">
          <input
            type="checkbox"
            disabled={!holds.open(end)}
            checked={isPicked}
            onChange={() => pick.toggle(end)}
            aria-label={say('ladder.pick-one', { label: end.label })}
          />
        </label>
      )}
      <EndFaceGlyph phase={end.phase} attempt={end.attempt} />
      <Link to={`/bench/${end.id}`} className="figures">
        {end.label}
      </Link>
      {end.needsALook ? (
        <Link to={`/look/${end.id}`} className="bad">
          {say('ladder.look')}
        </Link>
      ) : (
        end.attempt > 0 && (
          <Link to={`/story/${end.id}`} className={end.sign ? 'bad' : ''}>
            {say(end.sign ? 'ladder.trouble' : 'ladder.story')}
          </Link>
        )
      )}
    </span>
  );
}

function saysOf({ near, far }: Schemas['StrandRow']): string {
  const [isNear, isFar] = [near.bucket === 'rejected', far.bucket === 'rejected'];
  if (isNear || isFar)
    return say(isNear && isFar ? 'ladder.both-rejected' : isNear ? 'ladder.near-rejected' : 'ladder.far-rejected');
  if (holds.done(near) && holds.done(far)) return say('ladder.both-done');
  if (holds.done(near)) return say('ladder.far-open');
  if (holds.done(far)) return say('ladder.near-open');
  return near.attempt + far.attempt > 0 ? say('ladder.under-way') : say('ladder.not-begun');
}
