import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Finding } from '../../parts/Finding';
import { canHear, useClicks } from './useClicks';

const small = { minHeight: 48, py: 0.5, px: 1.5, fontSize: 'text' };

interface Props {
  run: string;
  onCount: (n: string) => void;
}

/** Clicks counted by ear of this device, where it has one. */
export const Clicks = (props: Props) => (canHear() ? <Ear {...props} /> : null);

/** Shown as they come, corrected by a tap, written where they are to stand: heard, not trusted. */
function Ear({ run, onCount }: Props) {
  const { on, heard, problem, begin, end, stop } = useClicks(run);
  const [by, setBy] = useState(0); // what somebody puts right
  const n = Math.max(0, (heard?.sure ?? 0) + by);
  const start = () => {
    setBy(0);
    void begin();
  };
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      {!on && !heard && (
        <Button type="button" variant="text" sx={{ ...small, justifySelf: 'start', px: 0 }} onClick={start}>
          count the clicks by ear
        </Button>
      )}
      {(on || heard) && (
        <>
          <Box role="status" aria-label="clicks heard" sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, flexWrap: 'wrap' }}>
            <Box sx={{ fontSize: 'large', fontWeight: 600, lineHeight: 1 }}>{n}</Box>
            <Box sx={{ fontSize: 'note' }}>
              {by === 0 ? 'heard' : `heard ${heard?.sure ?? 0}, put right`}
              {heard && heard.perhaps > 0 && `, perhaps ${heard.perhaps} more`}
              {on && ' · listening'}
            </Box>
          </Box>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
            <Button
              type="button"
              sx={small}
              aria-label="one less"
              onClick={() => {
                setBy(by - (n > 0 ? 1 : 0));
              }}
            >
              −1
            </Button>
            <Button
              type="button"
              sx={small}
              aria-label="one more"
              onClick={() => {
                setBy(by + 1);
              }}
            >
              +1
            </Button>
            <Button
              type="button"
              sx={small}
              disabled={n === 0}
              onClick={() => {
                end();
                onCount(String(n));
              }}
            >
              write {n}
            </Button>
            <Button type="button" variant="text" sx={small} onClick={on ? stop : start}>
              {on ? 'stop listening' : 'listen anew'}
            </Button>
          </Box>
        </>
      )}
      {problem && <Finding>{problem}</Finding>}
    </Box>
  );
}
