import { useTimes } from '../../api/useTimes';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, answered, problemIn, type Hands, type RunView } from '../../api/client';
import { deviceID } from '../../api/ids';
import { Finding } from '../../parts/Finding';
import { keys } from '../../api/keys';

const ends: Record<string, string> = { caller: 'moves the control', reader: 'reads and turns', '': 'looks on' };

/** The code and the square that bring a second phone here, who is here, and which end this one takes. */
export function Joining({ run, hands, guest, setPlace }: { run: RunView; hands: Hands; guest: boolean; setPlace: (p: string) => void }) {
  const { ends: ask } = run.view;
  const others = hands.here.filter((h) => h.device !== deviceID() && !h.left);
  return (
    <>
      {guest ? (
        <Box component="h2" sx={{ m: 0, fontSize: 'title', fontWeight: 600 }}>
          You are at the other end
        </Box>
      ) : (
        <Code run={run.id} />
      )}
      <Box component="section" aria-label="Who is here" sx={{ mt: 2, pt: 1.5, borderTop: '1px solid', borderColor: 'divider' }}>
        <Box sx={{ fontSize: 'note', color: 'quiet' }}>who is here{ask.where ? `; this step is worked at ${ask.where}` : ''}</Box>
        {others.length === 0 && <Box sx={{ fontSize: 'name', py: 0.5 }}>Nobody else yet.</Box>}
        {others.map((h) => (
          <Box key={h.device} sx={{ display: 'flex', gap: 1, alignItems: 'baseline', py: 0.5, fontSize: 'name' }}>
            <Box component="span" sx={{ color: h.away ? 'error.main' : 'success.main', fontWeight: 600 }}>
              {h.away ? '■' : '✓'}
            </Box>
            <Box sx={{ flex: 1 }}>
              <b>{h.name}</b> {h.away ? `dropped out, last heard ${h.heard} s ago` : ends[h.place]}
            </Box>
          </Box>
        ))}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, mt: 2 }}>
        <Button
          variant="contained"
          sx={{ minHeight: 64 }}
          onClick={() => {
            setPlace('reader');
          }}
        >
          I read and turn
        </Button>
        <Button
          variant="contained"
          sx={{ minHeight: 64 }}
          onClick={() => {
            setPlace('caller');
          }}
        >
          I move the control
        </Button>
      </Box>
      {!guest && (
        <Box sx={{ mt: 0.5, fontSize: 'text' }}>
          <Box component={Link} to={`/run/${run.id}`} sx={{ color: 'text.primary', display: 'block', py: 1.5, fontWeight: 600 }}>
            back to the run
          </Box>
          {ask.alone && (
            <Box component="span" sx={{ color: 'quiet' }}>
              Alone instead: {ask.alone}. Risk: {ask.risk}.
            </Box>
          )}
        </Box>
      )}
    </>
  );
}

/** The invitation: the code to call across the hall, the square to point a camera at. */
function Code({ run }: { run: string }) {
  const client = useQueryClient();
  const times = useTimes();
  const { data, error } = useQuery({
    queryKey: keys.invite(run),
    meta: { told: 'problem' },
    refetchInterval: 5 * 60_000,
    queryFn: () => answered(api.POST('/api/v1/runs/{run}/invite', { params: { path: { run } } })),
  });
  const problem = problemIn(error);
  if (problem) return <Finding>{problem.detail}</Finding>;
  if (!data) return <Box sx={{ minHeight: 300 }} />;
  const until = times.clock(data.until);
  return (
    <Box component="section" aria-label="Second hands">
      <Box component="h2" sx={{ m: 0, fontSize: 'head', fontWeight: 600, lineHeight: 1.25 }}>
        On the other phone open {data.link.replace(/^https?:\/\//, '').replace(/#.*$/, '')} and write
      </Box>
      <Box aria-label={`code ${data.code}`} sx={{ fontSize: 'cry', fontWeight: 700, lineHeight: 1.1, whiteSpace: 'nowrap' }}>
        {data.code.slice(0, 3)} {data.code.slice(3)}
      </Box>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <Box
          component="svg"
          viewBox={`0 0 ${data.qr.size} ${data.qr.size}`}
          role="img"
          aria-label="the same as a square to point a camera at"
          sx={{ width: 208, height: 208, bgcolor: 'common.white', flexShrink: 0 }}
          shapeRendering="crispEdges"
        >
          <path d={data.qr.path} fill="black" />
        </Box>
        <Box sx={{ flex: '1 1 110px', fontSize: 'text', display: 'flex', flexDirection: 'column', justifyContent: 'space-between' }}>
          <span>or point its camera here</span>
          <Box sx={{ color: 'quiet', display: 'flex', flexDirection: 'column', alignItems: 'flex-start' }}>
            good for this run, until {until}
            <Button
              variant="text"
              sx={{ ml: -1.25, minHeight: 48, textAlign: 'left', fontSize: 'text' }}
              onClick={() =>
                void api
                  .POST('/api/v1/runs/{run}/invite/end', { params: { path: { run } } })
                  .then(() => client.invalidateQueries({ queryKey: keys.invite(run) }))
              }
            >
              make a new code
            </Button>
          </Box>
        </Box>
      </Box>
      {data.only && <Finding>{data.only}</Finding>}
    </Box>
  );
}
