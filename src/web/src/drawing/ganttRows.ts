import type { Schemas } from '../api/client';
import { say } from '../shell/words';

/** What a row is of. */
export type GanttBy = 'person' | 'room' | 'tool';

/** A row with its tasks, side by side in lanes where they meet. */
export interface GanttRow {
  id: string;
  name: string;
  note: string;
  lanes: number;
  away: readonly Schemas['Period'][];
  places: readonly { place: Schemas['DayPlace']; task: Schemas['DayTask']; lane: number }[];
}

const day = 1440;
const step = 5;

/** A schedule is read in steps of five minutes. */
export const snap = (minute: number) => Math.round(minute / step) * step;

/** Where minutes lie on a line that leaves out nights, breaks and days without work, and what was over before anything is shown. */
export function axisOf(view: Schemas['DaysView'], wide: number, leastPerMinute: number) {
  const first = Math.floor(Math.min(view.now, ...view.placed.map(({ start }) => start)) / 60) * 60;
  const last = Math.ceil((Math.max(view.end, view.now) + 1) / day) * day;
  const ahead = view.hours.filter(({ to }) => to > first).map(({ from, to }) => ({ from: Math.max(from, first), to }));
  const shown = ahead.filter(({ from }, index) => from < last || index === 0);
  const worked = shown.reduce((sum, { from, to }) => sum + to - from, 0);
  const per = Math.max(leastPerMinute, worked > 0 ? wide / worked : 0);
  let at = 0;
  const spans = shown.map(({ from, to }) => {
    const span = { from, to, x: at };
    at += (to - from) * per;
    return span;
  });
  const x = (minute: number) => {
    const span = spans.findLast(({ from }) => from <= minute);
    return span ? span.x + (Math.min(minute, span.to) - span.from) * per : 0;
  };
  const minuteAt = (place: number) => {
    const span = spans.findLast((one) => one.x <= place) ?? spans[0];
    return span ? Math.max(span.from, Math.min(span.to, span.from + (place - span.x) / per)) : 0;
  };
  const days = [...new Set(shown.map(({ from }) => Math.floor(from / day)))].map((number) => {
    const mine = spans.filter(({ from }) => Math.floor(from / day) === number);
    const full = mine.flatMap(({ from, to }) => {
      const first = Math.ceil(from / 60);
      return Array.from({ length: Math.max(0, Math.ceil(to / 60) - first) }, (_, hour) => (first + hour) * 60);
    });
    const every = per * 60 < 34 ? 2 : 1;
    return {
      minute: number * day,
      x: mine[0]!.x,
      width: mine.reduce((sum, { from, to }) => sum + (to - from) * per, 0),
      hours: full.filter((_, index) => index % every === 0).map((minute) => ({ minute, x: x(minute) })),
    };
  });
  return { width: at, x, minuteAt, days };
}

/** The rows of a chart. A room and a tool that nothing takes have none. */
export function rowsOf(view: Schemas['DaysView'], by: GanttBy): GanttRow[] {
  const tasks = new Map(view.tasks.map((task) => [task.id, task]));
  const placed = view.placed.flatMap((place) => {
    const task = tasks.get(place.task);
    return task ? [{ place, task }] : [];
  });
  const row = (
    id: string,
    name: string,
    note: string,
    mine: typeof placed,
    away: readonly Schemas['Period'][] = [],
  ): GanttRow => {
    const free: number[] = [];
    const places = mine.map((one) => {
      const found = free.findIndex((until) => until <= one.place.start);
      const lane = found < 0 ? free.length : found;
      free[lane] = one.place.start + one.task.minutes;
      return { ...one, lane };
    });
    return { id, name, note, lanes: Math.max(1, free.length), away, places };
  };
  if (by === 'person')
    return view.people.map((person) =>
      row(
        person.id,
        person.name,
        say('days.person-hours', { hours: person.hours }),
        placed.filter(({ place }) => place.person === person.id),
        person.away,
      ),
    );
  if (by === 'room')
    return view.rooms.map((room) =>
      row(
        room.id,
        room.name,
        room.site,
        placed.filter(({ task }) => task.room === room.id),
      ),
    );
  return view.tools.map((tool) =>
    row(
      tool.kind,
      say(`gear.kind-${tool.kind}` as Parameters<typeof say>[0]),
      say('days.tool-count', { count: tool.count }),
      placed.filter(({ task }) => task.tools.includes(tool.kind)),
    ),
  );
}
