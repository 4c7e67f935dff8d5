import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, untilConnected } from './client';
import { editKey, useKeptEdits } from './edits';
import type { Operator } from './model';
import { currentDraft, type ElementEdit, putElements, useRefresh } from './plan';

const CSV = 'text/csv';

export function usePeople(plan: string) {
  return useQuery({ queryKey: [plan, 'people'], queryFn: () => call('GET', '/plans/{plan}/people', { plan }) });
}

/** Operators to whom no live chat can come; how accounts stand changes without the plan. */
export function useUnable(plan: string) {
  return useQuery({
    queryKey: [plan, 'people', 'unable'],
    queryFn: () => call('GET', '/plans/{plan}/people/unable', { plan }),
    staleTime: 0,
  });
}

/** A level to be set: 0 takes the skill away. */
export interface LevelEdit {
  operator: string;
  skill: string;
  level: number;
}

/** Sets levels of several people. Sent one after the other, each made on the draft the one before it left. */
export function useSetLevels(plan: string) {
  const client = useQueryClient();
  const refresh = useRefresh(plan);
  return useMutation({
    ...untilConnected,
    mutationKey: [plan, 'change'],
    scope: { id: `${plan} levels` },
    mutationFn: (edits: LevelEdit[]) => {
      const draft = currentDraft(client, plan);
      const puts: ElementEdit[] = draft.plan.operators.flatMap((operator) => {
        const own = edits.filter((edit) => edit.operator === operator.id);
        // What waits to be saved of the same person is saved with it: one edit, on the version it was begun on.
        const kept = useKeptEdits.getState().edits[editKey(plan, 'operators', operator.id)];
        return own.length === 0
          ? []
          : [
              {
                kind: 'operators',
                version: kept?.version ?? draft.versions[`operators/${operator.id}`] ?? 1,
                element: withLevels((kept?.value as Operator | undefined) ?? operator, own),
              },
            ];
      });
      return putElements(plan, puts);
    },
    onSuccess: (_, edits) => {
      for (const { operator } of edits) useKeptEdits.getState().drop(editKey(plan, 'operators', operator));
    },
    onSettled: refresh,
  });
}

/** An operator with other levels; skills they hold already keep their place. */
export function withLevels(operator: Operator, edits: LevelEdit[]): Operator {
  const skills = operator.skills.map((held) => ({ ...held }));
  for (const { skill, level } of edits) {
    const held = skills.find((other) => other.skill === skill);
    if (held) held.level = level;
    else skills.push({ skill, level });
  }
  return { ...operator, skills: skills.filter((held) => held.level > 0) };
}

export function usePreviewPeople(plan: string) {
  return useMutation({
    mutationFn: (file: Blob) => call('POST', '/plans/{plan}/people.csv/preview', { plan }, { file, type: CSV }),
  });
}

export function useTakePeople(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    ...untilConnected,
    mutationFn: ({ file, change }: { file: Blob; change: number }) =>
      call('PUT', '/plans/{plan}/people.csv', { plan, change }, { file, type: CSV }),
    onSettled: refresh,
  });
}

export function useKeepPicture() {
  return useMutation({
    mutationFn: ({ file, whole }: { file: Blob; whole: boolean }) =>
      call('POST', '/pictures', { shape: whole ? 'WHOLE' : 'PORTRAIT' }, {
        file,
        type: 'application/octet-stream',
      }),
  });
}

/** The operator whose account is signed in; undefined if there is none. */
export function useSelf(plan: string) {
  return useQuery({
    queryKey: [plan, 'profile'],
    queryFn: () => call('GET', '/plans/{plan}/profile', { plan }),
    retry: false,
  });
}

/** What an operator may change about themselves. */
export type Profile = Pick<Operator, 'name' | 'picture' | 'languages' | 'greeting'>;

export function useChangeProfile(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    ...untilConnected,
    mutationFn: (wish: Profile & { version: number }) => call('PUT', '/plans/{plan}/profile', { plan }, wish),
    onSettled: refresh,
  });
}
