import { useMutation, useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { call } from './client';
import type { VolumesPreview } from './model';
import { useRefresh } from './plan';

export function useStoredVolumes(plan: string) {
  return useQuery({ queryKey: [plan, 'volumes'], queryFn: () => call('GET', '/plans/{plan}/volumes', { plan }) });
}

/** The files that were accepted, the newest first. */
export function useAcceptedFiles(plan: string) {
  return useQuery({
    queryKey: [plan, 'volumes', 'files'],
    queryFn: () => call('GET', '/plans/{plan}/volumes/imports', { plan }),
  });
}

/** Of which days the counts are those of the plan's own chats. */
export function useRecording(plan: string) {
  return useQuery({
    queryKey: [plan, 'volumes', 'recording'],
    queryFn: () => call('GET', '/plans/{plan}/volumes/recording', { plan }),
  });
}

export function useWantRecording(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (wanted: boolean) => call('PUT', '/plans/{plan}/volumes/recording', { plan }, { wanted }),
    onSuccess: refresh,
  });
}

/** How a file is to be read, so far as somebody said; the rest is as with the last accepted file of its header. */
export interface Said {
  timeZone?: string | null;
  /** Which column holds what: places in its header from 0. */
  columns?: VolumesPreview['columns'];
  /** What names mean that the plan does not have: an id, or nothing where their lines are left aside. */
  names?: { column: string; name: string; meaning: string }[];
}

/** Reads a file without making it count; what is under way can be given up. */
export function useReadVolumes(plan: string) {
  const underWay = useRef<AbortController>(null);
  const read = useMutation({
    mutationFn: ({ file, timeZone, columns, names = [] }: Said & { file: File }) => {
      const said = {
        fileName: file.name,
        timeZone,
        column: Object.entries(columns ?? {}).map(([column, place]) => `${column}:${place}`),
        name: names.map(({ column, name, meaning }) => `${column}:${meaning}:${name}`),
      };
      underWay.current = new AbortController();
      return call(
        'POST',
        '/plans/{plan}/volumes/imports',
        { plan, ...said },
        { file, type: file.name.endsWith('.xlsx') ? 'application/octet-stream' : 'text/csv' },
        underWay.current.signal,
      );
    },
  });
  function giveUp() {
    underWay.current?.abort();
    read.reset();
  }
  return { ...read, giveUp };
}

export function useAcceptVolumes(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (id: number) =>
      call('POST', '/plans/{plan}/volumes/imports/{id}/acceptance', { plan, id }),
    // What follows from volumes takes seconds to work out; that they are stored is said at once.
    onSuccess: () => void refresh(),
  });
}

export function useDiscardVolumes(plan: string) {
  return useMutation({ mutationFn: (id: number) => call('DELETE', '/plans/{plan}/volumes/imports/{id}', { plan, id }) });
}
