import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { useNavigate } from 'react-router';
import { api, answered, problemOf, type Problem, type Sheet } from '../api/client';

export const useLibrary = () => useQuery({ queryKey: ['library'], queryFn: () => answered(api.GET('/api/v1/library')) });

export const useSheetPage = (hash: string) =>
  useQuery({
    queryKey: ['sheet', hash],
    retry: false,
    staleTime: Infinity,
    queryFn: () => answered(api.GET('/api/v1/sheets/{hash}/page', { params: { path: { hash } } })),
  });

const draftKey = 'brankel.sheet.draft';

/** The draft that is kept on this device, so that nothing typed is lost. */
export const keptDraft = (): unknown => {
  try {
    return JSON.parse(localStorage.getItem(draftKey) ?? 'null') as unknown;
  } catch {
    return null;
  }
};
export const keepDraft = (sheet: unknown) => {
  localStorage.setItem(draftKey, JSON.stringify(sheet));
};
export const dropDraft = () => {
  localStorage.removeItem(draftKey);
};

/** Begins a draft: from a family, as a copy, or as the next revision. */
export function useBegin() {
  const go = useNavigate();
  return useCallback(
    async (body: { family?: string; copy_of?: string; revise?: string; run?: string }): Promise<Problem | null> => {
      const { data, error } = await api.POST('/api/v1/drafts', { body }).catch(() => ({ data: undefined, error: undefined }));
      if (!data) return problemOf(error);
      keepDraft(data);
      await go('/sheets/draft');
      return null;
    },
    [go],
  );
}

/** Keeps a sheet; gives where it stands now, or all that is wrong with it. */
export function useKeepSheet() {
  const client = useQueryClient();
  return useCallback(
    async (sheet: unknown, confirmed: string[]): Promise<{ hash: string } | { problem: Problem }> => {
      const { data, error } = await api
        .POST('/api/v1/sheets', { body: { sheet: sheet as Sheet, confirmed } })
        .catch(() => ({ data: undefined, error: undefined }));
      if (!data) return { problem: problemOf(error) };
      await client.invalidateQueries();
      return { hash: data.hash };
    },
    [client],
  );
}
