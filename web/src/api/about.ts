import { useQuery } from '@tanstack/react-query';
import { call } from './client';

export function useAbout() {
  return useQuery({ queryKey: ['about'], queryFn: () => call('GET', '/about'), staleTime: Infinity });
}
