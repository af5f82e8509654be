import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import { Line, Lines } from '../../parts/Lines';
import { toldOrKept } from '../../shell/tablet';
import { say } from '../../shell/words';
import css from './Today.module.css';

type Task = Schemas['MyTask'];

const dayOf = (at: string) =>
  new Date(`${at}Z`).toLocaleDateString('en-CA', { weekday: 'long', day: 'numeric', month: 'long', timeZone: 'UTC' });
const clockOf = (at: string) => at.slice(11, 16);

/** What is planned for oneself today and on the next day, as the crew's days tell it. */
export const useMyDays = () =>
  useQuery({
    queryKey: ['my-days'],
    queryFn: () => toldOrKept('my days', () => got(api.GET('/api/v1/days/mine'))),
  });

/** Hours of a task by the clock of the site, and where it is. */
export const hoursOf = ({ startsAt, endsAt }: Task) => say('days.from-to', { from: clockOf(startsAt), to: clockOf(endsAt) });

/** One's own days, each with its tasks. */
export function MyDay({ tasks }: { tasks: readonly Task[] }) {
  const days = [...new Set(tasks.map((task) => task.startsAt.slice(0, 10)))];
  if (days.length === 0) return null;
  return (
    <section className="card" data-part="my-day">
      <div className="row apart">
        <h2>{say('days.mine')}</h2>
        <Link to="/days">{say('days.title')}</Link>
      </div>
      {days.map((day) => (
        <div key={day}>
          <h3>{dayOf(`${day}T12:00:00`)}</h3>
          <Lines>
            {tasks
              .filter((task) => task.startsAt.startsWith(day))
              .map((task) => (
                <MyTask key={task.task} task={task} />
              ))}
          </Lines>
        </div>
      ))}
    </section>
  );
}

function MyTask({ task }: { task: Task }) {
  return (
    <Line
      to={`/${task.isTest ? 'test' : 'proof'}/${task.cable}`}
      name={
        <>
          <span className={`figures ${css.clock}`}>{hoursOf(task)}</span> {task.title}
        </>
      }
    >
      <span>{[task.site, task.room, ...task.with].join(', ')}</span>
    </Line>
  );
}
