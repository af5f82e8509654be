import { useQuery } from '@tanstack/react-query';
import { Select } from 'antd';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { Gantt } from '../../drawing/Gantt';
import type { GanttBy } from '../../drawing/ganttRows';
import { Told } from '../../parts/Told';
import { say } from '../../shell/words';
import { DaysSettings } from './DaysSettings';
import { TaskCard } from './TaskCard';
import { useDays, type DaysHere } from './useDays';
import css from './Days.module.css';
import controls from '../../parts/controls.module.css';

const sides: readonly GanttBy[] = ['person', 'room', 'tool'];

/** A moment by the clock of the site. */
export const dayAndTime = (at: string) =>
  new Date(`${at}Z`).toLocaleString('en-CA', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
    timeZone: 'UTC',
  });

interface Props {
  mayPlan: boolean;
}

/** Who of a crew does what when: planned at once, made better while one looks on, moved by hand, kept for every tablet. */
export function Days({ mayPlan }: Props) {
  const { crew: asked } = useParams();
  const crews = useQuery({ queryKey: ['crews'], queryFn: () => got(api.GET('/api/v1/crews')) });
  return (
    <Told query={crews}>{(all) => <DaysOf key={asked} crew={asked ?? all[0]?.id ?? ''} crews={all} mayPlan={mayPlan} />}</Told>
  );
}

function DaysOf({ crew, crews, mayPlan }: Props & { crew: string; crews: readonly Schemas['Crew'][] }) {
  const go = useNavigate();
  const here = useDays(crew);
  const [by, setBy] = useState<GanttBy>('person');
  const [chosen, setChosen] = useState<string>();
  const [isSetting, setSetting] = useState(false);
  if (crew === '') return <p className="page card">{say('days.no-crew')}</p>;
  return (
    <div className="page" data-part="days">
      <Told query={here.kept}>
        {(kept) => {
          const [view, days] = [here.view ?? kept.view, here.days ?? kept.days];
          const task = view.tasks.find(({ id }) => id === chosen);
          return (
            <>
              <header className={css.head}>
                <div>
                  <h1>{say('days.title')}</h1>
                  {crews.length > 1 ? (
                    <Select
                      aria-label={say('days.crew')}
                      className={css.crew}
                      value={crew}
                      options={crews.map(({ id, name }) => ({ value: id, label: name }))}
                      onChange={(id) => void go(`/days/${id}`)}
                    />
                  ) : (
                    <p>{kept.name}</p>
                  )}
                </div>
                <Over view={view} here={here} />
                {mayPlan && <Deeds here={here} view={view} onSet={() => setSetting(true)} />}
              </header>
              {here.says && (
                <p role="alert" className="bad">
                  {here.says}
                </p>
              )}
              {view.tasks.length === 0 ? (
                <p className="card">{say('days.nothing')}</p>
              ) : (
                <>
                  <div className={css.sides} role="group" aria-label={say('days.rows')}>
                    {sides.map((side) => (
                      <button key={side} className={controls.button} aria-pressed={by === side} onClick={() => setBy(side)}>
                        {say(`days.by-${side}`)}
                      </button>
                    ))}
                    <span className="grow" />
                    <a className={controls.button} href={`/api/v1/crews/${crew}/days.ics`} download="days.ics">
                      {say('days.calendar')}
                    </a>
                  </div>
                  <Gantt
                    view={view}
                    by={by}
                    chosen={chosen}
                    onChoose={setChosen}
                    {...(mayPlan && !here.isSearching
                      ? { onMove: (to) => void here.move(to), onDrop: (to) => void here.move(to) }
                      : {})}
                  />
                </>
              )}
              {task && (
                <TaskCard
                  key={task.id}
                  task={task}
                  view={view}
                  here={here}
                  mayPlan={mayPlan}
                  onClose={() => setChosen(undefined)}
                />
              )}
              <Breaks view={view} onChoose={setChosen} />
              {view.untaught.length > 0 && (
                <p className={css.note}>
                  {say('days.untaught', { methods: view.untaught.map((method) => say(methodWord(method))).join(', ') })}
                </p>
              )}
              {isSetting && <DaysSettings days={days} kept={kept} view={view} here={here} onClose={() => setSetting(false)} />}
            </>
          );
        }}
      </Told>
    </div>
  );
}

export const methodWord = (method: string) => `days.method-${method}` as Parameters<typeof say>[0];

/** When all of it is over: the number that matters. */
function Over({ view, here: { found, isSearching } }: { view: Schemas['DaysView']; here: DaysHere }) {
  const late = view.breaks.filter(({ kind }) => kind !== 'unplaced').length;
  return (
    <div className={css.over} role="status">
      {view.endsAt ? (
        <>
          <small>{say('days.over')}</small>
          <b>{dayAndTime(view.endsAt)}</b>
        </>
      ) : (
        <b>{say('days.not-yet')}</b>
      )}
      <span>
        {view.unplaced > 0 && <span className="bad">{say('days.unplaced', { count: view.unplaced })} </span>}
        {late > 0 && <span className="bad">{say('days.broken', { count: late })} </span>}
        {view.tasks.length > 0 && <Left left={view.left} />}
        {found && <Search found={found} isSearching={isSearching} />}
      </span>
    </div>
  );
}

/** Hours of hands by the crew's own pace, with their range. */
function Left({ left: { mean, low, high, days } }: { left: Schemas['HoursLeft'] }) {
  return <>{days > 0 ? say('days.left', { mean, low, high }) : say('days.left-recipes', { mean })}. </>;
}

function Search({ found, isSearching }: { found: NonNullable<DaysHere['found']>; isSearching: boolean }) {
  const earlier = Math.round((found.firstEnd - found.end) / 6) / 10;
  const words = [
    say(isSearching ? 'days.searching' : found.end <= found.bound ? 'days.best' : 'days.searched', { seconds: found.seconds }),
    earlier > 0 && say('days.earlier', { hours: earlier }),
    found.moved > 0 && say('days.moved', { count: found.moved }),
  ];
  return <>{words.filter(Boolean).join(' ')}</>;
}

/** The one thing to do now, and what else can be. */
function Deeds({ here, view, onSet }: { here: DaysHere; view: Schemas['DaysView']; onSet: () => void }) {
  if (here.isSearching)
    return (
      <div className={css.deeds}>
        <button className={controls.mainLower} onClick={here.stop}>
          {say(here.found ? 'days.stop' : 'days.stop-early')}
        </button>
      </div>
    );
  const isPlanned = view.placed.length > 0;
  return (
    <div className={css.deeds}>
      {here.isChanged ? (
        <button className={controls.mainLower} disabled={here.isKeeping} onClick={() => void here.keepDays()}>
          {say('days.keep')}
        </button>
      ) : (
        <button className={controls.mainLower} disabled={view.tasks.length === 0} onClick={() => void here.plan(!isPlanned)}>
          {say(isPlanned ? 'days.replan' : 'days.plan')}
        </button>
      )}
      <div className={css.lesser}>
        {here.isChanged && (
          <>
            <button className={controls.button} onClick={() => void here.plan(false)}>
              {say('days.replan')}
            </button>
            <button className={controls.button} onClick={here.drop}>
              {say('days.drop')}
            </button>
          </>
        )}
        {!here.isChanged && isPlanned && (
          <button className={controls.button} onClick={() => void here.plan(true)}>
            {say('days.anew')}
          </button>
        )}
        <button className={controls.button} onClick={onSet}>
          {say('days.settings')}
        </button>
      </div>
    </div>
  );
}

/** What the days break: the first few, each a way to its task. */
function Breaks({ view, onChoose }: { view: Schemas['DaysView']; onChoose: (task: string) => void }) {
  const few = 8;
  const titles = new Map(view.tasks.map(({ id, title }) => [id, title]));
  const told = view.breaks.filter(({ kind }) => kind !== 'unplaced' || view.placed.length > 0);
  if (told.length === 0) return null;
  return (
    <section className="card">
      <h2>{say('days.breaks', { count: told.length })}</h2>
      <ul className={css.breaks}>
        {told.slice(0, few).map(({ kind, task, says }) => (
          <li key={`${kind} ${task}`}>
            <button className={controls.button} onClick={() => onChoose(task)}>
              {titles.get(task)}
            </button>
            <span>{says}</span>
          </li>
        ))}
      </ul>
      {told.length > few && <p>{say('days.breaks-more', { count: told.length - few })}</p>}
    </section>
  );
}
