import { useMutation, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type { Stored, VolumesPreview } from './model';
import { useRefresh } from './plan';

export function useStoredVolumes(plan: string) {
  return useQuery({ queryKey: [plan, 'volumes'], queryFn: () => call<Stored>('GET', `/plans/${plan}/volumes`) });
}

export function useReadVolumes(plan: string) {
  return useMutation({
    mutationFn: ({ file, timeZone }: { file: File; timeZone: string }) =>
      call<VolumesPreview>(
        'POST',
        `/plans/${plan}/volumes/imports?${new URLSearchParams({ timeZone, fileName: file.name })}`,
        { file, type: 'text/csv' },
      ),
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
