import Box from '@mui/material/Box';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, answered } from '../api/client';
import { useDelayed } from '../useDelayed';
import { keys } from '../api/keys';
import { Wire } from './Wire';

const mostLines = 3; // a machine of more is drawn on its card

/** What is found anywhere, on the floor or among the sheets; Enter opens the first. */
export function Hits({ find }: { find: string }) {
  const late = useDelayed(find.trim(), 120);
  const go = useNavigate();
  const asked = late.length > 1;
  const { data } = useQuery({
    queryKey: keys.search(late),
    enabled: asked,
    placeholderData: keepPreviousData,
    queryFn: () => answered(api.GET('/api/v1/search', { params: { query: { find: late } } })),
  });
  const first = asked ? data?.[0]?.to : undefined;
  useEffect(() => {
    const enter = (e: KeyboardEvent) => {
      if (e.key === 'Enter' && first && e.target instanceof HTMLInputElement && e.target.type === 'search') void go(first);
    };
    window.addEventListener('keydown', enter);
    return () => {
      window.removeEventListener('keydown', enter);
    };
  }, [first, go]);
  if (!asked || !data || find.trim().length < 2) return null;
  return (
    <Box component="section" aria-label="Found" sx={{ bgcolor: 'sheet', border: '2px solid', borderColor: 'text.primary', mb: 2 }}>
      {data.length === 0 && <Box sx={{ px: 2, py: 1, fontSize: 'plain' }}>Nothing holds all of these words.</Box>}
      {data.map((h, i) => (
        <Box
          component={Link}
          key={h.to}
          to={h.to}
          sx={{
            display: 'flex',
            flexWrap: 'wrap',
            columnGap: 2,
            alignItems: 'center',
            minHeight: 44,
            px: 2,
            py: 0.25,
            color: 'text.primary',
            textDecoration: 'none',
            borderTop: i > 0 ? '1px solid' : 0,
            borderColor: 'divider',
            '&:hover, &:focus': { bgcolor: 'wash' },
          }}
        >
          <Box sx={{ fontSize: 'plain', fontWeight: 600 }}>{h.title}</Box>
          <Box sx={{ fontSize: 'note', color: 'quiet', flex: '1 1 240px' }}>{h.says}</Box>
          {(h.lines ?? []).length > 0 && (
            <Box sx={{ display: 'flex', gap: 1.5, width: { xs: '100%', sm: 'auto' } }}>
              {(h.lines ?? []).slice(0, mostLines).map((l, k) => (
                <Box key={k} sx={{ width: 110 }}>
                  <Wire line={l} width={110} />
                </Box>
              ))}
            </Box>
          )}
        </Box>
      ))}
    </Box>
  );
}
