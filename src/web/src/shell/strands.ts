import { api, got } from '../api/client';
import { keep, keepStrands } from './tablet';

/** As many as the server opens at once. */
const most = 1_000;

/** Fetches strands to the tablet, so that the bench can go on with no network. Those that are not this person's to see stay away. */
export async function fetchStrands(strands: readonly string[]): Promise<void> {
  for (let at = 0; at < strands.length; at += most) {
    await keepStrands(await got(api.POST('/api/v1/bench', { body: { strands: strands.slice(at, at + most) } })));
  }
}

/** Fetches the recipes and ladders that the core works by. */
export async function fetchBook(): Promise<void> {
  await keep('book', await got(api.GET('/api/v1/recipes')));
}
