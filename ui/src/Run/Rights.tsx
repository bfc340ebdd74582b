import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Advice } from '../api/client';
import { Finding } from '../parts/Finding';
import { Row, useAsk } from './panels';
import type { Send } from '../api/useRun';

/** What the last turns may truly have done: one tap puts the record right. What is not asked lies folded. */
export function Rights({ advice, send }: { advice: Advice; send: Send }) {
  const { ask, problem } = useAsk(send);
  const all = advice.right ?? [];
  if (all.length === 0) return null;
  const asked = all.some((r) => r.asked);
  const taps = (
    <Row>
      {all.map((r, i) => (
        <Button
          key={`${r.move} ${r.way} ${r.turns ?? ''}`}
          variant={asked && i === 0 && !advice.choices.some((c) => c.argued) ? 'contained' : 'outlined'}
          onClick={() => void ask('righted', { move: r.move, way: r.way, ...(r.turns ? { turns: r.turns } : {}), value: 0 })}
        >
          {r.label}
        </Button>
      ))}
    </Row>
  );
  return (
    <>
      {asked ? (
        taps
      ) : (
        <Box component="details" sx={{ mt: 1 }}>
          <Box component="summary" sx={{ minHeight: 32, color: 'quiet', fontSize: 'note', cursor: 'pointer' }}>
            A turn went otherwise than it was logged
          </Box>
          {taps}
        </Box>
      )}
      {problem && <Finding>{problem.detail}</Finding>}
    </>
  );
}
