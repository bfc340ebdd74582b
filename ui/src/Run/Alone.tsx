import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import useMediaQuery from '@mui/material/useMediaQuery';
import { Link } from 'react-router';
import type { RunView } from '../api/client';
import { Toggle } from '../parts/Toggle';
import { useStored } from '../stored';
import type { Send } from '../api/useRun';

const held = ['reading', 'check'];

/** Whether the step is done in its one-person way: what is read so says it on the record. */
export function useAlone(run: RunView | undefined, send: Send): { alone: boolean; setAlone: (on: boolean) => void; send: Send } {
  const [kept, keep] = useStored(`alone.${run?.id ?? ''}.${run?.view.advice.step ?? ''}`);
  const alone = kept !== '' && run?.view.ends.alone !== undefined;
  return {
    alone,
    setAlone: (on) => {
      keep(on ? 'yes' : '');
    },
    send: (kind, body, kept) => send(kind, alone && held.includes(kind) ? { ...body, alone: 'yes' } : body, kept),
  };
}

/** How many pairs of hands the step takes: a second phone, or the one-person way with its risk. */
export function Pairs({ run, alone, setAlone }: { run: RunView; alone: boolean; setAlone: (on: boolean) => void }) {
  const { ends, advice } = run.view;
  const phone = useMediaQuery('(max-width: 899px)');
  const takes = run.view.steps.find((s) => s.id === advice.step)?.hands;
  if (ends.pairs < 2 || !takes) return null;
  const asks = advice.do === 'read' || advice.do === 'check';
  const more = (
    <>
      {ends.alone && ` Alone: ${ends.alone}. Risk: ${ends.risk ?? ''}.`}
      {asks && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 0.75 }}>
          <Button component={Link} to={`/run/${run.id}/hands`} sx={{ minHeight: 48, py: 0.5, fontSize: 'text' }}>
            Second hands
          </Button>
          {ends.alone && (
            <Toggle
              on={alone}
              onToggle={() => {
                setAlone(!alone);
              }}
            >
              I do it alone
            </Toggle>
          )}
        </Box>
      )}
    </>
  );
  const look = { mt: { xs: 0.25, md: 2 }, fontSize: 'text', color: 'quiet' };
  return phone ? (
    <Box component="details" sx={look}>
      <Box component="summary" sx={{ minHeight: 32 }}>
        Takes {takes}
        {alone ? ', done alone' : ''}
      </Box>
      {more}
    </Box>
  ) : (
    <Box sx={look}>
      Takes {takes}.{more}
    </Box>
  );
}
