import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api, got, keepForgeryToken, Refusal, type Schemas } from '../api/client';
import { signWaiting } from './outbox';
import { closeKey, openKey } from './signing';
import { keep, recall } from './tablet';

export type Session = Schemas['SessionView'];

/** Who is signed in. With no network the person who last was: a session never ends in the middle of the work. */
export function useSession() {
  return useQuery({
    queryKey: ['session'],
    queryFn: async (): Promise<Session> => {
      try {
        const session = await got(api.GET('/api/v1/session'));
        keepForgeryToken(session.forgery);
        await keep('session', session);
        return session;
      } catch (fault) {
        const last = await recall<Session>('session');
        if (fault instanceof Refusal || !last) throw fault;
        return last;
      }
    },
    staleTime: 60_000,
  });
}

export function useSignIn() {
  const queries = useQueryClient();
  return {
    signIn: async (signIn: string, secret: string) => {
      keepForgeryToken((await got(api.GET('/api/v1/session'))).forgery);
      await signWaiting();
      const session = await got(api.POST('/api/v1/session', { body: { signIn, secret } }));
      keepForgeryToken(session.forgery);
      await openKey(session.person!, secret);
      await queries.invalidateQueries();
    },
    makeFirstOwner: async (body: Schemas['FirstOwnerRequest']) => {
      keepForgeryToken((await got(api.GET('/api/v1/session'))).forgery);
      const session = await got(api.POST('/api/v1/first-owner', { body }));
      keepForgeryToken(session.forgery);
      await openKey(session.person!, body.password);
      await queries.invalidateQueries();
    },
    signOut: async () => {
      await signWaiting();
      await got(api.DELETE('/api/v1/session'));
      await closeKey();
      await queries.invalidateQueries();
    },
  };
}
