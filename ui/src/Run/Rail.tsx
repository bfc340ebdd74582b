import Box from '@mui/material/Box';
import { useEffect, useRef } from 'react';
import type { StepState } from '../api/client';

type Status = StepState['status'];

const mark: Record<Status, string> = { done: '✓', now: '▸', later: '·', skipped: '–', again: '↺', open: '○', empty: '' };
const says: Record<Status, string> = {
  done: 'done',
  now: 'now',
  later: 'later',
  skipped: 'left out',
  again: 'to be done again',
  open: 'left open',
  empty: 'nothing is asked',
};

/** The order of the work: what is done, what is now, what a move has reopened. */
export function Rail({ steps, because = '' }: { steps: StepState[]; because?: string | undefined }) {
  const now = useRef<HTMLLIElement>(null);
  const at = steps.find((s) => s.status === 'now')?.id;
  useEffect(() => {
    now.current?.scrollIntoView({ block: 'nearest' }); // what is now is never out of sight
  }, [at]);
  return (
    <>
      {because && <Box sx={{ px: 2, pt: 1, fontSize: 'fine', lineHeight: 1.25, color: 'quiet' }}>{because}</Box>}
      <Box component="ol" aria-label="Steps" sx={{ listStyle: 'none', m: 0, py: 0.75, px: 0 }}>
        {steps.map((s) => {
          const current = s.status === 'now';
          const done = s.status === 'done';
          return (
            <Box
              component="li"
              key={s.id}
              ref={current ? now : undefined}
              aria-current={current ? 'step' : undefined}
              sx={{
                display: 'flex',
                gap: 1,
                pl: 2,
                pr: 1,
                py: 0.3,
                borderLeft: '6px solid',
                borderColor: current ? 'primary.main' : 'transparent',
                '@media (forced-colors: active)': { borderColor: current ? 'Highlight' : 'Canvas' }, // where nothing is transparent
                bgcolor: current ? 'wash' : 'transparent',
              }}
            >
              <Box
                aria-hidden
                sx={{
                  width: 20,
                  flexShrink: 0,
                  fontWeight: 600,
                  color: done ? 'success.main' : current || s.status === 'again' ? 'primary.main' : 'quiet',
                }}
              >
                {mark[s.status]}
              </Box>
              <Box sx={{ lineHeight: 1.25 }}>
                <Box sx={{ fontSize: 'note', fontWeight: current ? 600 : 400, color: current ? 'text.primary' : 'quiet' }}>
                  {s.title}
                  <Box
                    component="span"
                    className="sr"
                    sx={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' }}
                  >
                    , {says[s.status]}
                  </Box>
                </Box>
                {(s.summary ?? (current ? s.hands : '')) && (
                  <Box sx={{ fontSize: 'fine', color: 'quiet', fontWeight: current ? 500 : 400 }}>{s.summary ? s.summary : s.hands}</Box>
                )}
              </Box>
            </Box>
          );
        })}
      </Box>
    </>
  );
}

/** On a phone only the step that is now, and how far along it stands; the rest behind one tap. */
export function RailStrip({ steps, because }: { steps: StepState[]; because?: string | undefined }) {
  const i = steps.findIndex((s) => s.status === 'now');
  const now = steps[i];
  return (
    <Box component="details" sx={{ borderBottom: '1px solid', borderColor: 'divider' }}>
      <Box component="summary" sx={{ px: 1.5, minHeight: 48, display: 'flex', alignItems: 'center', gap: 1, cursor: 'pointer' }}>
        <Box sx={{ color: 'primary.main', fontWeight: 600 }}>▸</Box>
        <Box sx={{ fontWeight: 600 }}>{now ? now.title : 'All steps'}</Box>
        <Box sx={{ color: 'quiet', ml: 'auto' }}>{now ? `${i + 1} of ${steps.length}` : 'done'}</Box>
      </Box>
      <Rail steps={steps} because={because} />
    </Box>
  );
}
