import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useSyncExternalStore } from 'react';
import { problemIn } from '../api/client';
import { whyNot } from '../api/ask';
import { Finding } from './Finding';

/** How soon what the server did not answer is asked again by itself. */
const again = 10_000;

/** The questions of this screen that failed, but for those the screen tells of by itself. */
const failed = (client: QueryClient) =>
  client.getQueryCache().findAll({
    type: 'active',
    predicate: (q) => {
      const problem = problemIn(q.state.error);
      if (q.state.status !== 'error' || problem?.status === 401) return false; // whoever is signed out is told so
      return q.meta?.told !== 'all' && !(problem && q.meta?.told === 'problem');
    },
  });

/** Tells what a screen asked for and did not get: no question fails unseen. */
export function Unanswered() {
  const client = useQueryClient();
  const says = useSyncExternalStore(
    useCallback((changed) => client.getQueryCache().subscribe(changed), [client]),
    () => [...new Set(failed(client).map((q) => whyNot(q.state.error)))].join(' '),
  );
  const ask = useCallback(() => {
    for (const q of failed(client)) void client.refetchQueries({ queryKey: q.queryKey, exact: true });
  }, [client]);
  useEffect(() => {
    if (!says) return;
    const timer = setInterval(() => {
      if (failed(client).some((q) => !problemIn(q.state.error))) ask();
    }, again);
    return () => {
      clearInterval(timer);
    };
  }, [ask, client, says]);
  if (!says) return null;
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.75 } }}>
      <Finding>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2 }}>
          <Box sx={{ flex: '1 1 260px' }}>{says}</Box>
          <Button variant="text" onClick={ask}>
            ask again
          </Button>
        </Box>
      </Finding>
    </Box>
  );
}
