import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, got, Refusal } from '../api/client';
import { say } from '../shell/words';

export const hands = ['Clean', 'Polish', 'LastFilm', 'NewConnector'] as const;
export type HandsAct = (typeof hands)[number];

/** The microscope on the bench, if there is one. It is asked beside the work, which never waits for it. */
export function useMicroscope() {
  const [isBusy, setBusy] = useState(false);
  const [fault, setFault] = useState('');
  const looked = useQuery({
    queryKey: ['microscope'],
    queryFn: () => got(api.GET('/api/v1/instruments/microscope')),
    staleTime: 30_000,
    retry: false,
  });

  const ask = async <T>(act: () => Promise<T>): Promise<T | undefined> => {
    setBusy(true);
    setFault('');
    try {
      return await act();
    } catch (error) {
      setFault(error instanceof Refusal ? error.message : say('shell.no-server'));
      return undefined;
    } finally {
      setBusy(false);
    }
  };
  return {
    isThere: looked.data?.isThere ?? false,
    isStandIn: looked.data?.isStandIn ?? false,
    isBusy,
    fault,
    frame: () => ask(() => got<Blob>(api.GET('/api/v1/instruments/microscope/frame', { parseAs: 'blob' }))),
    lend: (act: HandsAct) =>
      ask(() => got(api.POST('/api/v1/instruments/microscope/hands/{act}', { params: { path: { act } } }))),
  };
}
