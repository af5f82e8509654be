import { api, got } from '../api/client';
import { keep, keepEvents, keepRun, keepStrands, recall, tablet } from './tablet';

/** As many as the server opens at once. */
const most = 1_000;

/**
 * Fetches strands and the cable ends that hold them to the tablet, so that the bench can go on with no network. Those that are not this person's to see stay
 * away.
 * @param streams of strands, or of cable ends, which come with one of their strands
 */
export async function fetchStrands(streams: readonly string[]): Promise<void> {
  const ends = await tablet.ends.bulkGet([...streams]);
  const strands = [...new Set(streams.map((stream, at) => ends[at]?.strand ?? stream))];
  for (let at = 0; at < strands.length; at += most) {
    await keepStrands(await got(api.POST('/api/v1/bench', { body: { strands: strands.slice(at, at + most) } })));
  }
}

/** The other fibers of these strands' duplex ports, as far as the tablet knows of them. */
export async function partnersOf(strands: readonly string[]): Promise<string[]> {
  const known = await tablet.strands.bulkGet([...strands]);
  return known.flatMap((strand) => strand?.partner?.termination ?? []).filter((partner) => !strands.includes(partner));
}

/** Fetches the recipes and ladders that the core works by, unless the tablet holds them as they stand. */
export async function fetchBook(): Promise<void> {
  const held = await recall<string>('book-mark');
  const asked = api.GET('/api/v1/recipes', { params: { header: { 'If-None-Match': held } } });
  const { response } = await asked;
  if (response.status === 304) return;
  const book = await got(asked);
  await tablet.transaction('rw', tablet.kept, async () => {
    await keep('book', book);
    await keep('book-mark', response.headers.get('etag'));
  });
}

/** Fetches a cable's test run to the tablet, so that it can go on with no network. */
export async function fetchRun(cable: string): Promise<void> {
  await keepRun(await got(api.GET('/api/v1/cables/{id}/run', { params: { path: { id: cable } } })));
}

/** Fetches the crew's tools and lots and one's work sessions to the tablet. What was begun here and is not sent yet stays. */
export async function fetchGear(): Promise<void> {
  const { crews, gear, sessions, events, stops, needs } = await got(api.GET('/api/v1/gear'));
  await keepEvents(events);
  const waiting = await tablet.outbox.filter((row) => !row.refused).toArray();
  const begun = (kind: string) => waiting.filter((row) => row.event.body.kind === kind).flatMap((row) => row.streams);
  const ids = new Set(gear.map(({ id }) => id));
  await keep('gear', {
    at: Date.now(),
    crews,
    gear: [...gear, ...begun('gear-taken-in').flatMap((id) => (ids.has(id) ? [] : [{ id, counts: [] }]))],
    sessions: [...new Set([...sessions, ...begun('session-begun')])],
    stops,
    needs,
  });
}
