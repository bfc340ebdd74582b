import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { RunView } from '../api/client';
import { Blank } from '../parts/Blank';
import { Voices } from '../parts/Voices';
import { useAsk } from './panels';
import { useStored } from '../stored';
import { Thumb } from './Thumb';
import type { Send } from '../api/useRun';

/** Beside the work when nothing is to be read: what was read so far, and the way to strike out the last entry. */
export function Side({ run, send }: { run: RunView; send: Send }) {
  const { view } = run;
  const [reason, setReason] = useStored(`draft.${run.id}.strike`);
  const { ask, problem } = useAsk(send);
  return (
    <Box>
      <Box sx={{ fontSize: 'note', color: 'quiet' }}>readings so far</Box>
      {view.earlier > 0 && <Box sx={{ py: 0.5, fontSize: 'note' }}>{view.earlier} earlier ones stand on the record.</Box>}
      {view.readings.length === 0 && <Box sx={{ py: 1 }}>None yet.</Box>}
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {view.readings.map((r) => (
          <Box
            component="li"
            key={r.event}
            sx={{
              display: 'flex',
              gap: 1,
              py: 0.75,
              borderBottom: '1px solid',
              borderColor: 'divider',
              alignItems: 'baseline',
            }}
          >
            <Box sx={{ flex: 1, fontSize: 'note' }}>
              {r.name}
              <Box component="span" sx={{ color: 'quiet' }}>
                {' '}
                · {r.note ?? r.stage}
              </Box>
            </Box>
            <Box sx={{ fontSize: 'name', fontWeight: 600, whiteSpace: 'nowrap' }}>{r.text}</Box>
          </Box>
        ))}
      </Box>
      {view.kept.length > 0 && <Told title="kept, not judged" list={view.kept} loud />}
      {view.never.length > 0 && !view.signed && <Told title="must never be" list={view.never} />}
      {view.photos.length > 0 && (
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1, mt: 1.5 }}>
          {view.photos.map((p) => (
            <Thumb key={p.seq} run={run.id} photo={p} />
          ))}
        </Box>
      )}
      <Voices run={run.id} voices={view.voices} />
      {view.last_event && !view.signed && (
        <Box component="details" sx={{ mt: 1.5 }}>
          <Box component="summary" sx={{ cursor: 'pointer', minHeight: 32, fontSize: 'note' }}>
            Last entry was wrong: {view.resume.last}
          </Box>
          <Box sx={{ mt: 1, display: 'grid', gap: 1 }}>
            <Blank label="what was wrong" value={reason} onChange={setReason} error={problem?.detail ?? ''} />
            <Button
              onClick={() =>
                void ask('corrected', { event: view.last_event, reason }, () => {
                  setReason('');
                })
              }
            >
              Strike it out
            </Button>
          </Box>
        </Box>
      )}
    </Box>
  );
}

/** A few lines beside the work. */
function Told({ title, list, loud = false }: { title: string; list: string[]; loud?: boolean }) {
  return (
    <Box component="section" aria-label={title} sx={{ mt: 2 }}>
      <Box sx={{ fontSize: 'note', color: 'quiet' }}>{title}</Box>
      {list.map((says) => (
        <Box
          key={says}
          sx={{ py: 0.25, fontSize: 'note', color: loud ? 'error.main' : 'text.primary', fontWeight: loud ? 600 : 400, lineHeight: 1.3 }}
        >
          {says}
        </Box>
      ))}
    </Box>
  );
}
