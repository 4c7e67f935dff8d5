import { useQuery } from '@tanstack/react-query';
import { call } from './client';
import type { AboutFacts } from './model';

export function useAbout() {
  return useQuery({ queryKey: ['about'], queryFn: () => call<AboutFacts>('GET', '/about'), staleTime: Infinity });
}
