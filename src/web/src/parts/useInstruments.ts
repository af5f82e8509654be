import { useQuery } from '@tanstack/react-query';
import { api, got } from '../api/client';

/** The instruments that are set up, as they answered. */
export const useInstruments = () =>
  useQuery({
    queryKey: ['instruments'],
    queryFn: () => got(api.GET('/api/v1/instruments')),
    staleTime: 60_000,
    retry: false,
  });
