import { useChange } from './ask';
import { api, type Logged, type LoggedColumns } from './client';

/** What a table of readings makes on a run; nothing is kept. */
export function useLogged(run: string) {
  const change = useChange<Logged>();
  return (file: string, text: string, columns?: LoggedColumns) =>
    change(() =>
      api.POST('/api/v1/runs/{run}/logged', { params: { path: { run } }, body: { file, text, ...(columns ? { columns } : {}) } }),
    );
}
