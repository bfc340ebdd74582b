import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { api, answered, type Problem, type Sheet } from './client';
import { useChange } from './ask';
import { keys } from './keys';
import { useDelayed } from '../useDelayed';

export const useLibrary = () => useQuery({ queryKey: keys.library, queryFn: () => answered(api.GET('/api/v1/library')) });

/** The sheets that words may mean; those found before stand until the next are there. */
export const useSheetsNamed = (find: string) => {
  const late = useDelayed(find.trim(), 150);
  return useQuery({
    queryKey: keys.libraryOf(late),
    placeholderData: keepPreviousData,
    queryFn: () => answered(api.GET('/api/v1/library', { params: { query: { find: late } } })),
  });
};

export const useSheetPage = (hash: string) =>
  useQuery({
    queryKey: keys.sheet(hash),
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
  const change = useChange<Sheet>();
  return async (body: { family?: string; copy_of?: string; revise?: string; run?: string }): Promise<Problem | null> => {
    const { data, problem } = await change(() => api.POST('/api/v1/drafts', { body }));
    if (problem) return problem;
    keepDraft(data);
    await go('/sheets/draft');
    return null;
  };
}

/** Keeps a sheet; gives where it stands now, or all that is wrong with it. */
export function useKeepSheet() {
  const change = useChange<{ hash: string }>((_, client) => client.invalidateQueries());
  return (sheet: unknown, confirmed: string[]) => change(() => api.POST('/api/v1/sheets', { body: { sheet: sheet as Sheet, confirmed } }));
}
