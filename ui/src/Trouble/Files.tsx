import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, answered, type Problem } from '../api/client';
import { useChange } from '../api/ask';
import { Finding } from '../parts/Finding';
import { Pick } from '../parts/Pick';
import { keys } from '../api/keys';

/** Causes, symptoms and tests of the workshop's own, in the open format: a file each. */
export function Files({ lead }: { lead: boolean }) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const { data } = useQuery({ queryKey: keys.troubleFiles, queryFn: () => answered(api.GET('/api/v1/trouble/files')) });
  const change = useChange<unknown>((_, client) => client.invalidateQueries({ queryKey: keys.trouble }));
  const keep = async (file: File | undefined) => {
    if (!file) return;
    const name = file.name.replace(/\.json$/i, '');
    // the file goes as it is: what is wrong with it is said with its line
    const { problem } = await change(() =>
      api.POST('/api/v1/trouble/files/{name}', {
        params: { path: { name } },
        body: file as never,
        bodySerializer: (f) => f as unknown as File,
      }),
    );
    setProblem(problem ?? null);
  };
  const drop = async (name: string) => {
    const { problem } = await change(() => api.DELETE('/api/v1/trouble/files/{name}', { params: { path: { name } } }));
    setProblem(problem ?? null);
  };
  return (
    <Box component="section" aria-label="Files of this workshop’s own" sx={{ mt: 3 }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'name', fontWeight: 600 }}>
        What this workshop knows beside
      </Box>
      {data?.length === 0 && (
        <Box sx={{ fontSize: 'text' }}>Nothing yet: causes, symptoms and tests of your own are a file of brankel.trouble/1.</Box>
      )}
      {data?.map((f) => (
        <Box key={f.name} sx={{ display: 'flex', alignItems: 'center', gap: 2, fontSize: 'text', minHeight: 48 }}>
          <Box sx={{ flex: 1 }}>
            {f.means.length > 0 ? f.means.map((m) => `“${m.words}” means ${m.symptom}`).join('; ') : f.name}, {f.family}, by {f.by}
          </Box>
          {lead && (
            <Button variant="text" onClick={() => void drop(f.name)}>
              forget {f.name}
            </Button>
          )}
        </Box>
      ))}
      {lead && (
        <Box sx={{ mt: 1 }}>
          <Pick label="Add a file" accept="application/json,.json" busy={false} onFile={(f) => void keep(f)} />
        </Box>
      )}
      {problem && (
        <Finding>
          {problem.detail}
          {problem.faults?.map((f) => (
            <div key={f.field + f.message}>
              {f.field}: {f.message}
            </div>
          ))}
        </Finding>
      )}
    </Box>
  );
}
