import { useMutation, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type { Stored, VolumesPreview } from './model';
import { useRefresh } from './plan';

export function useStoredVolumes(plan: string) {
  return useQuery({ queryKey: [plan, 'volumes'], queryFn: () => call<Stored>('GET', `/plans/${plan}/volumes`) });
}

/** Which column of a file holds what: places in its header from 0. */
export type Columns = VolumesPreview['columns'];

export function useReadVolumes(plan: string) {
  return useMutation({
    mutationFn: ({ file, timeZone, columns }: { file: File; timeZone: string; columns?: Columns }) => {
      const said = Object.entries(columns ?? {}).map(([column, place]) => ['column', `${column}:${place}`]);
      const query = new URLSearchParams([['timeZone', timeZone], ['fileName', file.name], ...said]);
      return call<VolumesPreview>('POST', `/plans/${plan}/volumes/imports?${query}`, {
        file,
        type: file.name.endsWith('.xlsx') ? 'application/octet-stream' : 'text/csv',
      });
    },
  });
}

export function useAcceptVolumes(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (id: number) =>
      call<{ stored: number; replaced: number }>('POST', `/plans/${plan}/volumes/imports/${id}/acceptance`),
    onSuccess: refresh,
  });
}

export function useDiscardVolumes(plan: string) {
  return useMutation({ mutationFn: (id: number) => call('DELETE', `/plans/${plan}/volumes/imports/${id}`) });
}
