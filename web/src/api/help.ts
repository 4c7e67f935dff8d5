import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type { ElementOf } from './model';
import type { components } from './schema';

type Schemas = components['schemas'];
export type HelpPage = ElementOf<'helpPages'>;
export type ReadPages = Schemas['ReadPages'];
export type FoundPassage = Schemas['FoundPassage'];

/** What the installation lets plans name: services that bots ask, and sites that pages are read from. */
export function useOutside() {
  return useQuery({ queryKey: ['outside'], queryFn: () => call('GET', '/installation/outside') });
}

/** Pages made of a file, which are stored nowhere yet. */
export function useReadFile(plan: string) {
  return useMutation({
    mutationFn: ({ file, name, type }: { file: Blob; name: string; type: string }) =>
      call('POST', '/plans/{plan}/help-pages/read', { plan, name }, { file, type }),
  });
}

/** A page of a site, which is stored nowhere yet. */
export function useReadAddress(plan: string) {
  return useMutation({
    mutationFn: (address: string) => call('POST', '/plans/{plan}/help-pages/read-address', { plan }, { address }),
  });
}

/** The passages of the draft that fit a question best. */
export function useFound(plan: string, change: number, question: string, language: string) {
  return useQuery({
    queryKey: [plan, 'help-pages', 'found', change, question, language],
    queryFn: () =>
      call('GET', '/plans/{plan}/help-pages/found', { plan, question, language }),
    enabled: question.trim() !== '',
    placeholderData: keepPreviousData,
  });
}
