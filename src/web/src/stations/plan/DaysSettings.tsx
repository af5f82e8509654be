import { Checkbox, Input, InputNumber, Select } from 'antd';
import { useState, type ReactNode } from 'react';
import type { Schemas } from '../../api/client';
import { SidePanel } from '../../parts/SidePanel';
import { say, type Key } from '../../shell/words';
import { methodWord } from './Days';
import type { DaysHere } from './useDays';
import css from './Days.module.css';
import controls from '../../parts/controls.module.css';

type CrewDays = Schemas['CrewDays'];

interface Props {
  days: CrewDays;
  kept: Schemas['CrewDaysView'];
  view: Schemas['DaysView'];
  here: DaysHere;
  onClose: () => void;
}

const weekdays = [1, 2, 3, 4, 5, 6, 0] as const;

/** What a crew's days are planned by: hours, who is away, when rooms are open, when cables are pulled and wished done, tools, who has learned what. */
export function DaysSettings({ days, kept, view, here, onClose }: Props) {
  const [wanted, setWanted] = useState(days);
  const set = <K extends keyof CrewDays>(key: K, value: CrewDays[K]) => setWanted({ ...wanted, [key]: value });
  const cables = [...new Map(view.tasks.map(({ cable, title }) => [cable, title.split(/[,:] /)[0]!]))].map(([value, label]) => ({
    value,
    label,
  }));
  const people = view.people.map(({ id, name }) => ({ value: id, label: name }));
  const rooms = view.rooms.map(({ id, name, site }) => ({ value: id, label: `${site}, ${name}` }));
  const methods = [...new Set(view.people.flatMap(({ knows }) => knows))].sort();
  const clock = (label: Key, value: string, onChange: (value: string) => void) => (
    <label>
      {say(label)}
      <Input
        type="time"
        aria-label={say(label)}
        value={value.slice(0, 5)}
        onChange={({ target }) => target.value && onChange(`${target.value}:00`)}
      />
    </label>
  );
  const date = (label: Key, value: string, onChange: (value: string) => void) => (
    <label>
      {say(label)}
      <Input
        type="date"
        aria-label={say(label)}
        value={value}
        onChange={({ target }) => target.value && onChange(target.value)}
      />
    </label>
  );
  const pick = (label: Key, value: string, options: { value: string; label: string }[], onChange: (value: string) => void) => (
    <label>
      {say(label)}
      <Select
        aria-label={say(label)}
        value={value}
        options={options}
        onChange={onChange}
        showSearch={{ optionFilterProp: 'label' }}
      />
    </label>
  );
  /** A list in which lines are added, changed and removed. */
  const list = <T extends object>(
    title: Key,
    add: Key,
    lines: readonly T[],
    fresh: T | undefined,
    onChange: (lines: T[]) => void,
    fields: (line: T, change: (to: Partial<T>) => void) => ReactNode,
  ) => (
    <section className={css.lines} aria-label={say(title)}>
      <h3>{say(title)}</h3>
      {lines.map((line, index) => (
        <div className={css.line} key={index}>
          {fields(line, (to) => onChange(lines.map((one, at) => (at === index ? { ...one, ...to } : one))))}
          <button className={controls.button} onClick={() => onChange(lines.filter((_, at) => at !== index))}>
            {say('days.remove')}
          </button>
        </div>
      ))}
      {fresh && (
        <button className={controls.button} onClick={() => onChange([...lines, fresh])}>
          {say(add)}
        </button>
      )}
    </section>
  );
  const save = async () => {
    if (await here.wish(wanted)) onClose();
  };
  const day = view.placed[0]?.startsAt.slice(0, 10) ?? wanted.from;
  return (
    <SidePanel title={say('days.settings')} onClose={onClose} isWide>
      <div className={css.lines}>
        {here.says && (
          <p role="alert" className="bad">
            {here.says}
          </p>
        )}
        <div className={css.line}>
          {date('days.first-day', wanted.from, (from) => set('from', from))}
          {clock('days.hours-from', wanted.hours.from, (from) => set('hours', { ...wanted.hours, from }))}
          {clock('days.hours-to', wanted.hours.to, (to) => set('hours', { ...wanted.hours, to }))}
          <label className={controls.check}>
            <input
              type="checkbox"
              checked={!!wanted.break}
              onChange={({ target }) => set('break', target.checked ? { from: '12:00:00', to: '12:30:00' } : null)}
            />
            {say('days.break')}
          </label>
          {wanted.break && clock('days.break-from', wanted.break.from, (from) => set('break', { ...wanted.break!, from }))}
          {wanted.break && clock('days.break-to', wanted.break.to, (to) => set('break', { ...wanted.break!, to }))}
        </div>
        <Checkbox.Group
          aria-label={say('days.weekdays')}
          value={wanted.weekdays}
          options={weekdays.map((day) => ({ value: day, label: say(`days.weekday-${day}` as Key) }))}
          onChange={(chosen) => set('weekdays', chosen as CrewDays['weekdays'])}
        />
        {list(
          'days.away',
          'days.add-away',
          wanted.away,
          people[0] && { person: people[0].value, from: day, to: day },
          (away) => set('away', away),
          (line, change) => (
            <>
              {pick('days.who', line.person, people, (person) => change({ person }))}
              {date('days.away-from', line.from, (from) => change({ from, to: line.to < from ? from : line.to }))}
              {date('days.away-to', line.to, (to) => change({ to }))}
            </>
          ),
        )}
        {list(
          'days.rooms',
          'days.add-room',
          wanted.rooms,
          rooms[0] && { room: rooms[0].value, from: wanted.hours.from, to: wanted.hours.to },
          (lines) => set('rooms', lines),
          (line, change) => (
            <>
              {pick('days.room', line.room, rooms, (room) => change({ room }))}
              {clock('days.open-from', line.from, (from) => change({ from }))}
              {clock('days.open-to', line.to, (to) => change({ to }))}
            </>
          ),
        )}
        {list(
          'days.pulled',
          'days.add-pulled',
          wanted.pulled,
          cables[0] && { cable: cables[0].value, day },
          (lines) => set('pulled', lines),
          (line, change) => (
            <>
              {pick('days.cable', line.cable, cables, (cable) => change({ cable }))}
              {date('days.pulled-by', line.day, (day) => change({ day }))}
            </>
          ),
        )}
        {list(
          'days.wished',
          'days.add-wished',
          wanted.wished,
          cables[0] && { cable: cables[0].value, day },
          (lines) => set('wished', lines),
          (line, change) => (
            <>
              {pick('days.cable', line.cable, cables, (cable) => change({ cable }))}
              {date('days.wished-by', line.day, (day) => change({ day }))}
            </>
          ),
        )}
        {list(
          'days.knows',
          'days.add-knows',
          wanted.knows,
          people[0] && { person: people[0].value, methods },
          (lines) => set('knows', lines),
          (line, change) => (
            <>
              {pick('days.who', line.person, people, (person) => change({ person }))}
              <label>
                {say('days.methods')}
                <Select
                  mode="multiple"
                  aria-label={say('days.methods')}
                  value={line.methods}
                  options={methods.map((method) => ({ value: method, label: say(methodWord(method)) }))}
                  onChange={(chosen: string[]) => change({ methods: chosen })}
                />
              </label>
            </>
          ),
        )}
        <section className={css.lines} aria-label={say('days.tools')}>
          <h3>{say('days.tools')}</h3>
          <div className={css.line}>
            {view.tools.map(({ kind, count }) => (
              <label key={kind}>
                {say(`gear.kind-${kind}` as Key)}
                <InputNumber
                  min={0}
                  max={100}
                  value={wanted.tools.find((one) => one.kind === kind)?.count ?? count}
                  onChange={(value) =>
                    set('tools', [...wanted.tools.filter((one) => one.kind !== kind), { kind, count: value ?? count }])
                  }
                />
              </label>
            ))}
            <label>
              {say('days.walk')}
              <InputNumber min={0} max={240} value={wanted.walk} onChange={(value) => set('walk', value ?? 0)} />
            </label>
            <label>
              {say('days.drive')}
              <InputNumber min={0} max={480} value={wanted.drive} onChange={(value) => set('drive', value ?? 0)} />
            </label>
          </div>
        </section>
        {kept.jobs.length > 1 && (
          <label>
            {say('days.jobs')}
            <Select
              mode="multiple"
              aria-label={say('days.jobs')}
              placeholder={say('days.jobs-all')}
              value={wanted.jobs}
              options={kept.jobs.map(({ id, name, ends }) => ({ value: id, label: say('days.job', { name, count: ends }) }))}
              onChange={(jobs: string[]) => set('jobs', jobs)}
              style={{ width: '100%' }}
              showSearch={{ optionFilterProp: 'label' }}
            />
          </label>
        )}
        <button className={controls.mainLower} onClick={() => void save()}>
          {say('days.use')}
        </button>
      </div>
    </SidePanel>
  );
}
