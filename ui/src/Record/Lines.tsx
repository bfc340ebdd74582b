import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Record as RecordData, type RunView } from '../api/client';
import { useChange } from '../api/ask';
import { newID } from '../api/ids';
import { useTimes } from '../api/useTimes';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';
import { keys } from '../api/keys';

type Line = RecordData['lines'][number];

/** What was done, in order; after the signature an entry can be amended, never changed. */
export function Lines({ r, who }: { r: RecordData; who: string }) {
  const times = useTimes();
  const [amending, setAmending] = useState('');
  const may = r.signed !== '' && who !== '';
  return (
    <Box component="section" sx={{ mt: 3 }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'plain', fontWeight: 600 }}>
        What was done, in order
      </Box>
      <Box component="ol" sx={{ listStyle: 'none', m: 0, mt: 0.5, p: 0, columns: { md: amending ? 1 : 2 }, columnGap: 5 }}>
        {r.lines.map((e) => (
          <Box
            component="li"
            key={e.seq}
            sx={{ display: 'grid', gridTemplateColumns: '28px 142px 1fr', columnGap: 1, fontSize: 'note', py: 0.25, breakInside: 'avoid' }}
          >
            <Box sx={{ color: 'quiet', textAlign: 'right' }}>{e.seq}</Box>
            <Box sx={{ color: 'quiet' }}>{times.moment(e.at)}</Box>
            <Box>
              <Box component="span" sx={e.void ? { textDecoration: 'line-through' } : {}}>
                {e.says}
                {e.gauge ? `, by ${e.gauge}` : ''}
                {e.received ? ` (received ${times.moment(e.received)})` : ''}
              </Box>{' '}
              <Box component="span" sx={{ color: 'quiet' }}>
                {e.by}
              </Box>
              {(e.amended ?? []).map((more) => (
                <Box key={more} sx={{ borderLeft: '4px solid', borderColor: 'primary.main', pl: 1, fontWeight: 600 }}>
                  amended by {more}
                </Box>
              ))}
              {may && e.amend && amending !== e.event && (
                <Button
                  variant="text"
                  aria-label={`amend entry ${e.seq}`}
                  sx={{ minHeight: 32, py: 0, px: 0.75, fontSize: 'fine' }}
                  onClick={() => {
                    setAmending(e.event);
                  }}
                >
                  amend
                </Button>
              )}
              {amending === e.event && (
                <Amend
                  run={r.heading.run}
                  line={e}
                  who={who}
                  after={r.lines.length}
                  onDone={() => {
                    setAmending('');
                  }}
                />
              )}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

/** What an entry should say, and why: it stands beside the entry, under one's name. */
function Amend({ run, line, who, after, onDone }: { run: string; line: Line; who: string; after: number; onDone: () => void }) {
  const client = useQueryClient();
  const change = useChange<RunView>();
  const [text, setText] = useState('');
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState({ field: '', detail: '' });
  const keep = async () => {
    const body = {
      id: newID(),
      after,
      kind: 'amended' as const,
      by: who,
      at: new Date().toISOString(),
      body: { event: line.event, text, reason },
    };
    const { problem: p } = await change(() => api.POST('/api/v1/runs/{run}/events', { params: { path: { run } }, body }));
    await client.invalidateQueries({ queryKey: keys.record(run) }); // others may have written meanwhile
    if (p) setProblem({ field: p.field ?? '', detail: p.detail });
    else onDone();
  };
  const at = (field: string) => (problem.field === `body.${field}` ? problem.detail : '');
  return (
    <Box sx={{ display: 'grid', gap: 1, my: 1, maxWidth: 520 }}>
      <Blank label="what it should say" value={text} onChange={setText} error={at('text')} autoFocus />
      <Blank label="why" value={reason} onChange={setReason} error={at('reason')} />
      {problem.detail && at('text') + at('reason') === '' && <Finding>{problem.detail}</Finding>}
      <Box sx={{ display: 'flex', gap: 1.5 }}>
        <Button variant="contained" onClick={() => void keep()}>
          Amend entry {line.seq}
        </Button>
        <Button variant="text" onClick={onDone}>
          leave it
        </Button>
      </Box>
    </Box>
  );
}
