import createClient from 'openapi-fetch';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];

/** A refusal by the server: what it says, and field by field what would do. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly faults: Schemas['FieldFault'][],
  ) {
    super(message);
  }
}

let forgery = '';

export const api = createClient<paths>({ baseUrl: '/' });
api.use({
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-Rhabdon-Forgery', forgery);
    return request;
  },
});

export function keepForgeryToken(token: string) {
  forgery = token;
}

/** Each session has its own. */
export const forgeryToken = () => forgery;

/** The data of an answer, or a Refusal thrown. A network that is away throws TypeError, as fetch does. */
export async function got<T>(answer: Promise<{ data?: T; error?: Schemas['RefusedRequest']; response: Response }>): Promise<T> {
  const { data, error, response } = await answer;
  if (response.ok) return data as T;
  throw new Refusal(response.status, error?.detail ?? error?.title ?? response.statusText, error?.faults ?? []);
}
