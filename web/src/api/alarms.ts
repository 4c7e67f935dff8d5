import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';
import type { components } from './schema';

type Schemas = components['schemas'];
export type Alarm = Schemas['Alarm'];

const key = (plan: string) => ['alarms', plan];
const AGAIN_MILLIS = 2000;

/** Of what those who watch a plan wish to be told. */
export function useAlarms(plan: string, enabled: boolean) {
  return useQuery({ queryKey: key(plan), queryFn: () => call('GET', '/plans/{plan}/alarms', { plan }), enabled, staleTime: 0 });
}

/** Alarms that are raised, looked at again and again. */
export function useRaisedAlarms(plan: string) {
  return useQuery({
    queryKey: [...key(plan), 'raised'],
    queryFn: () => call('GET', '/plans/{plan}/alarms/raised', { plan }),
    refetchInterval: AGAIN_MILLIS,
    staleTime: 0,
  });
}

export function useKeepAlarms(plan: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (alarms: Alarm[]) => call('PUT', '/plans/{plan}/alarms', { plan }, alarms),
    onSuccess: () => client.invalidateQueries({ queryKey: key(plan) }),
  });
}
