import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { View } from '../api/client';
import { useAsk } from './panels';
import type { Send } from '../api/useRun';

/** The way back to as found, for each adjuster that does not stand there. */
export function BackTo({ view, send, link }: { view: View; send: Send; link: object }) {
  const [undoing, setUndoing] = useState('');
  const [open, setOpen] = useState(false);
  const { ask, problem } = useAsk(send);
  const back = view.back.find((b) => b.adjuster === undoing);
  const name = view.adjusters.find((a) => a.id === undoing)?.name;
  if (view.back.length === 0) return <Box sx={{ color: 'quiet' }}>back to as found: nothing turned</Box>;
  if (!back && view.back.length > 1 && !open)
    return (
      <Button
        variant="text"
        sx={link}
        onClick={() => {
          setOpen(true);
        }}
      >
        back to as found: {view.back.length} adjusters
      </Button>
    );
  if (!back)
    return (
      <>
        {view.back.map((b) => (
          <Button
            key={b.adjuster}
            variant="text"
            sx={link}
            onClick={() => {
              setUndoing(b.adjuster);
            }}
          >
            back to as found: {b.says}
          </Button>
        ))}
      </>
    );
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
      <Box sx={{ fontWeight: 600 }}>
        {view.adjusters.length > 1 ? `Turn it back, ${back.says}.` : `Turn the ${name ?? ''} ${back.says}.`}
      </Box>
      {problem && (
        <Box role="alert" sx={{ flexBasis: '100%', fontWeight: 600, color: 'error.main' }}>
          {problem.detail}
        </Box>
      )}
      <Button
        sx={link}
        onClick={() =>
          void ask('move', { adjuster: back.adjuster, turns: back.turns, way: back.way, value: 0 }, () => {
            setUndoing('');
          })
        }
      >
        Turned back
      </Button>
      <Button
        variant="text"
        sx={link}
        onClick={() => {
          setUndoing('');
        }}
      >
        leave it
      </Button>
    </Box>
  );
}
