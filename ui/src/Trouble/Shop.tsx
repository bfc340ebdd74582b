import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, answered, type TroubleOdds } from '../api/client';
import { useChange } from '../api/ask';
import { Finding } from '../parts/Finding';
import { Foot, Head } from '../parts/Frame';
import { Files } from './Files';
import { useSession } from '../api/useSession';
import { keys } from '../api/keys';

/** How usual causes are said to be, against what this workshop's signed runs were. */
export function TroubleShop() {
  const family = useSearchParams()[0].get('family') ?? '';
  const lead = useSession().data?.manage ?? false;
  const [problem, setProblem] = useState('');
  const key = keys.troubleOdds(family);
  const change = useChange<TroubleOdds>((odds, client) => {
    client.setQueryData(key, odds);
    return client.invalidateQueries({ queryKey: keys.troubleAsk });
  });
  const { data } = useQuery({
    queryKey: key,
    retry: false,
    queryFn: () => answered(api.GET('/api/v1/trouble/odds/{family}', { params: { path: { family } } })),
  });
  const take = async (yes: boolean) => {
    const { problem } = await change(() =>
      api.POST('/api/v1/trouble/odds/{family}', { params: { path: { family } }, body: { take: yes } }),
    );
    setProblem(problem?.detail ?? '');
  };
  const wrong = data?.lines.filter((l) => l.wrong) ?? [];
  const list = [...(data?.lines ?? [])].sort((a, b) => b.counted - a.counted || b.usual - a.usual);
  const n = (v: number) => (Math.round(v * 10) / 10).toFixed(1);
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab="This shop’s own numbers" rooms />
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 1.5, maxWidth: 860 }}>
        <Box component="h2" sx={{ m: 0, fontSize: 'title', fontWeight: 600 }}>
          What it usually is: {data?.name}
        </Box>
        {data && (
          <Box sx={{ fontSize: 'plain', mt: 0.5 }}>
            {data.runs === 0
              ? 'No signed run of this family names its cause yet. Where a run is signed, say what it was.'
              : `${data.runs} signed ${data.runs === 1 ? 'run names its' : 'runs name their'} cause. `}
            {wrong.map((l) => `${l.says}: ${l.wrong ?? ''}. `)}
            {data.taken && 'This shop’s own numbers are taken.'}
          </Box>
        )}
        {data && lead && data.runs > 0 && (
          <Button variant={data.taken ? 'outlined' : 'contained'} sx={{ mt: 1.5 }} onClick={() => void take(!data.taken)}>
            {data.taken ? 'Go back to Brankel’s numbers' : 'Take this shop’s numbers'}
          </Button>
        )}
        {problem && <Finding>{problem}</Finding>}
        {data && (
          <Box
            component="table"
            sx={{ mt: 2, borderCollapse: 'collapse', width: '100%', fontSize: 'text', '& td, & th': { py: 0.75, textAlign: 'left' } }}
          >
            <thead>
              <Box component="tr" sx={{ '& th': { fontWeight: 400, fontSize: 'note', color: 'quiet' } }}>
                <th>cause</th>
                <th>said</th>
                <th>signed runs</th>
                <th>by this shop</th>
              </Box>
            </thead>
            <tbody>
              {list.map((l) => (
                <Box component="tr" key={l.cause} sx={{ borderTop: '1px solid', borderColor: 'divider', fontWeight: l.wrong ? 600 : 400 }}>
                  <td>{l.says}</td>
                  <td>{n(l.usual)}</td>
                  <td>{l.counted}</td>
                  <td>
                    {n(l.shop)} {l.wrong ? (l.shop > l.usual ? '▲' : '▼') : ''}
                  </td>
                </Box>
              ))}
            </tbody>
          </Box>
        )}
        <Files lead={lead} />
      </Box>
      <Foot>
        <Box component={Link} to={`/trouble?family=${family}`} sx={{ color: 'text.primary', py: 1 }}>
          back to what is felt
        </Box>
      </Foot>
    </Box>
  );
}
