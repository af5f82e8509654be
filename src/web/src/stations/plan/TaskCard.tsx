import { Input, Select } from 'antd';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { say } from '../../shell/words';
import { dayAndTime } from './Days';
import type { DaysHere } from './useDays';
import css from './Days.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  task: Schemas['DayTask'];
  view: Schemas['DaysView'];
  here: DaysHere;
  mayPlan: boolean;
  onClose: () => void;
}

/** A task of the days: who, when, and what it breaks there. All that a pointer can do with it is done here by keys. */
export function TaskCard({ task, view, here, mayPlan, onClose }: Props) {
  const place = view.placed.find((one) => one.task === task.id);
  const breaks = view.breaks.filter((one) => one.task === task.id);
  const room = view.rooms.find(({ id }) => id === task.room);
  const first = view.hours.find(({ from }) => from >= view.now)?.from ?? view.now;
  const change = (to: Partial<{ person: string; at: string }>) => {
    const person = to.person ?? place?.person ?? view.people[0]?.id;
    const start = to.at ? minuteOf(view, to.at) : (place?.start ?? first);
    if (person && Number.isFinite(start)) void here.move({ task: task.id, person, start });
  };
  return (
    <section className={`card ${css.task}`} aria-label={task.title}>
      <div className="row apart">
        <h2>{task.title}</h2>
        <button className={controls.button} onClick={onClose}>
          {say('days.close')}
        </button>
      </div>
      <p>
        {place && `${dayAndTime(place.startsAt)} · `}
        {say('days.takes', { minutes: task.minutes })}
        {task.alone > 0 && `, ${say('days.alone', { minutes: task.alone })}`}
        {room && ` · ${room.site}, ${room.name}`}
        {place?.isCritical && ` · ${say('days.critical')}`}
      </p>
      {breaks.map(({ kind, says }) => (
        <p key={kind} className="bad" role="alert">
          {says}
        </p>
      ))}
      <div className={css.fields}>
        {mayPlan && (
          <>
            <label>
              {say('days.who')}
              <Select
                aria-label={say('days.who')}
                value={place?.person}
                options={view.people.map(({ id, name }) => ({ value: id, label: name }))}
                onChange={(person: string) => change({ person })}
              />
            </label>
            <label>
              {say('days.from')}
              <Input
                type="datetime-local"
                step={300}
                aria-label={say('days.from')}
                value={place?.startsAt.slice(0, 16) ?? ''}
                onChange={({ target }) => target.value && change({ at: target.value })}
              />
            </label>
            {place && (
              <label className={controls.check}>
                <input
                  type="checkbox"
                  checked={place.isPinned}
                  onChange={({ target }) => void here.pin(task.id, target.checked)}
                />
                {say('days.pinned')}
              </label>
            )}
          </>
        )}
        <Link className={controls.button} to={`/proof/${task.cable}`}>
          {say('days.to-cable')}
        </Link>
      </div>
    </section>
  );
}

/** Minutes from the first day's midnight, both by the clock of the site. */
const minuteOf = (view: Schemas['DaysView'], at: string) =>
  Math.round((Date.parse(`${at}Z`) - Date.parse(`${view.from}T00:00:00Z`)) / 60_000);
