import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, answered, type WhatIfView } from '../api/client';
import { Finding } from './Finding';
import { useStart } from './useStart';
import { useSession } from '../api/useSession';
import { keys } from '../api/keys';

/** What was tried as moves from where it stands: adjuster, turns and way. */
export function planOf(view: WhatIfView, first: WhatIfView): string {
  return view.adjusters
    .map((k) => ({ id: k.id ?? '', by: k.value - (first.adjusters.find((one) => one.name === k.name)?.value ?? k.value), step: k.step }))
    .map((m) => ({ ...m, by: Math.round(m.by / m.step) * m.step }))
    .filter((m) => m.id !== '' && m.by !== 0)
    .map((m) => `${m.id}:${Math.abs(m.by)}:${m.by > 0 ? 'out' : 'in'}`)
    .join(',');
}

/** What was tried becomes the moves of a run: of the one it began at, or of a cable this sheet fits. */
export function UsePlan({ plan, run, sheet }: { plan: string; run: string; sheet: string }) {
  const [asked, setAsked] = useState(false);
  const { start, problem } = useStart();
  const work = useSession().data?.work ?? false;
  const { data } = useQuery({
    queryKey: keys.uses(sheet),
    enabled: asked && sheet !== '',
    queryFn: () => answered(api.GET('/api/v1/sheets/{hash}/uses', { params: { path: { hash: sheet } } })),
  });
  if (!work || run + sheet === '') return null;
  return (
    <Box component="section" aria-label="Plan" sx={{ mt: 2, pt: 1.5, borderTop: '1px solid', borderColor: 'divider' }}>
      {!asked && (
        <Button
          onClick={() => {
            if (run) void start('', '', run, plan);
            else setAsked(true);
          }}
        >
          Use this as a plan
        </Button>
      )}
      {data && (
        <Box sx={{ fontSize: 'name' }}>
          {data.length > 0 ? 'On which cable? Each move is read after it is turned.' : 'No cable on the floor is worked by this sheet.'}
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 1.5 }}>
            {data.map((u) => (
              <Button key={u.machine + u.cable} onClick={() => void start(u.machine, u.cable, u.run, plan)}>
                {u.name}
                {u.run ? ', in its open run' : ''}
              </Button>
            ))}
          </Box>
        </Box>
      )}
      {problem && <Finding>{problem}</Finding>}
    </Box>
  );
}
