import { useEffect, useRef, useState, type PointerEvent } from 'react';
import type { Schemas } from '../api/client';
import { say } from '../shell/words';
import { axisOf, rowsOf, snap, type GanttBy, type GanttRow } from './ganttRows';
import css from './Gantt.module.css';

const bar = 48;
const gap = 6;
const head = 44;
const leastPerMinute = 0.8;

/** Where somebody moves a task to. */
export interface Move {
  task: string;
  person: string;
  start: number;
}

interface Props {
  view: Schemas['DaysView'];
  by: GanttBy;
  chosen?: string;
  onChoose: (task: string) => void;
  /** Hears of each place that a task is held over; without it nothing can be moved. */
  onMove?: (move: Move) => void;
  /** Hears where it is let go. */
  onDrop?: (move: Move) => void;
}

/** Who does what when: a row for each person, room or tool, and only the hours in which work is done. */
export function Gantt({ view, by, chosen, onChoose, onMove, onDrop }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const [wide, setWide] = useState(0);
  const [held, setHeld] = useState<{ move: Move; from: number; x: number; isMoved: boolean }>();
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => setWide(entry?.contentRect.width ?? 0));
    if (frame.current) watch.observe(frame.current);
    return () => watch.disconnect();
  }, []);
  const axis = axisOf(view, wide, leastPerMinute);
  const rows = rowsOf(view, by);
  const tops: number[] = [];
  let high = head;
  for (const row of rows) {
    tops.push(high);
    high += row.lanes * (bar + gap) + gap;
  }
  const rowAt = (event: PointerEvent): GanttRow | undefined => {
    const y = event.clientY - event.currentTarget.getBoundingClientRect().top;
    return rows[tops.findLastIndex((top) => top <= y)];
  };
  const moveTo = (event: PointerEvent): Move | undefined => {
    if (!held) return undefined;
    const start = snap(axis.minuteAt(axis.x(held.from) + event.clientX - held.x));
    const row = by === 'person' ? rowAt(event) : undefined;
    return { ...held.move, start, person: row?.id ?? held.move.person };
  };
  const take = (event: PointerEvent<SVGGElement>, place: Schemas['DayPlace']) => {
    if (!onMove) return;
    // The chart holds the pointer: a bar that goes to another row is another element there.
    event.currentTarget.ownerSVGElement!.setPointerCapture(event.pointerId);
    setHeld({
      move: { task: place.task, person: place.person, start: place.start },
      from: place.start,
      x: event.clientX,
      isMoved: false,
    });
  };
  const drag = (event: PointerEvent) => {
    const move = moveTo(event);
    if (!move || !held || (move.start === held.move.start && move.person === held.move.person)) return;
    setHeld({ ...held, move, isMoved: true });
    onMove?.(move);
  };
  const letGo = () => {
    if (!held) return;
    if (held.isMoved) onDrop?.(held.move);
    onChoose(held.move.task);
    setHeld(undefined);
  };
  return (
    <div className={css.gantt}>
      <ul className={css.names} style={{ paddingTop: head }} aria-hidden="true">
        {rows.map((row) => (
          <li key={row.id} style={{ height: row.lanes * (bar + gap) + gap }}>
            <b>{row.name}</b>
            <small>{row.note}</small>
          </li>
        ))}
      </ul>
      {/* Whoever has no pointer scrolls it by key: what can be scrolled must be reached. */}
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex */}
      <div className={css.frame} ref={frame} tabIndex={0} role="region" aria-label={say('days.chart')}>
        <svg
          width={axis.width}
          height={high}
          className={css.chart}
          onPointerMove={drag}
          onPointerUp={letGo}
          onPointerCancel={() => setHeld(undefined)}
        >
          {axis.days.map((day) => (
            <g key={day.minute}>
              <rect x={day.x} y={0} width={day.width} height={high} className={css.day} />
              <text x={day.x + 8} y={18} className={css.date}>
                {dayOf(view, day.minute)}
              </text>
              {day.hours.map(({ x, minute }) => (
                <g key={minute}>
                  <line x1={x} x2={x} y1={head - 8} y2={high} className={css.hour} />
                  <text x={x + 3} y={head - 10} className={css.clock}>
                    {clockOf(minute)}
                  </text>
                </g>
              ))}
            </g>
          ))}
          {tops.map((top) => (
            <line key={top} x1={0} x2={axis.width} y1={top} y2={top} className={css.line} />
          ))}
          {rows.map((row, index) => [
            ...row.away.map((away) => (
              <rect
                key={`away ${away.from}`}
                x={axis.x(away.from)}
                width={Math.max(0, axis.x(away.to) - axis.x(away.from))}
                y={tops[index]}
                height={row.lanes * (bar + gap) + gap}
                className={css.away}
              >
                <title>{say('days.is-away', { person: row.name })}</title>
              </rect>
            )),
            ...row.places.map(({ place, task, lane }) => {
              const move = held?.move.task === place.task ? held.move : undefined;
              const onRow = move && by === 'person' ? rows.findIndex(({ id }) => id === move.person) : index;
              const start = move?.start ?? place.start;
              const [from, to] = [axis.x(start), axis.x(start + task.minutes)];
              const y = tops[onRow]! + gap + (onRow === index ? lane * (bar + gap) : 0);
              const marks = [
                task.ends === 0 && css.test,
                place.isCritical && css.critical,
                place.isBehind && css.behind,
                place.isBroken && css.broken,
                chosen === place.task && css.chosen,
                move && css.held,
              ];
              return (
                <g
                  key={place.task}
                  role="button"
                  tabIndex={0}
                  aria-label={say('days.bar', {
                    task: task.title,
                    row: row.name,
                    from: place.startsAt.slice(0, 16).replace('T', ' '),
                    minutes: task.minutes,
                  })}
                  aria-pressed={chosen === place.task}
                  className={[css.task, ...marks].filter(Boolean).join(' ')}
                  onPointerDown={(event) => take(event, place)}
                  onClick={() => onChoose(place.task)}
                  onKeyDown={(event) => {
                    if (event.key === 'Enter' || event.key === ' ') {
                      event.preventDefault();
                      onChoose(place.task);
                    }
                  }}
                >
                  <title>{task.title}</title>
                  {task.alone > 0 && (
                    <rect
                      x={to}
                      y={y + bar / 2 - 4}
                      width={Math.max(0, axis.x(start + task.minutes + task.alone) - to)}
                      height={8}
                      className={css.alone}
                    />
                  )}
                  <rect x={from} y={y} width={Math.max(4, to - from - 2)} height={bar} rx={4} className={css.box} />
                  <svg x={from} y={y} width={Math.max(4, to - from - 4)} height={bar} className={css.words}>
                    {titleOf(task.title).map((words, line) => (
                      <text key={line} x={7} y={20 + line * 18}>
                        {line === 0 && place.isPinned ? `• ${words}` : words}
                      </text>
                    ))}
                  </svg>
                </g>
              );
            }),
          ])}
          <line x1={axis.x(view.now)} x2={axis.x(view.now)} y1={head - 8} y2={high} className={css.now} />
        </svg>
      </div>
    </div>
  );
}

/** The cable above, what is done below. */
function titleOf(title: string): string[] {
  const at = title.search(/[,:] /);
  return at < 0 ? [title] : [title.slice(0, at), title.slice(at + 2)];
}

const clockOf = (minute: number) => `${Math.floor((minute % 1440) / 60)}`;

/** The day of a minute. */
function dayOf(view: Schemas['DaysView'], minute: number): string {
  const day = new Date(`${view.from}T12:00:00Z`);
  day.setUTCDate(day.getUTCDate() + Math.floor(minute / 1440));
  return day.toLocaleDateString('en-CA', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });
}
