import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { BayLine } from '../api/client';
import { Wire } from './Wire';

const colour: Record<string, string> = { open: 'primary.main', stop: 'error.main', proof: 'text.primary', look: 'text.primary' };

export function BayLineView({
  line,
  work,
  shows,
  onOpen,
  onRecord,
  onSheet,
}: {
  line: BayLine;
  work: boolean;
  shows: boolean; // at a wall nothing is carried on
  onSheet: () => void;
  onOpen: (cable: string, run?: string) => void;
  onRecord: (run: string) => void;
}) {
  const small = { minHeight: 44, px: 2, py: 0.5, fontSize: 'text' };
  const strong = line.sign in colour;
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr auto', md: 'minmax(120px, 262px) minmax(180px, 1fr) 200px' },
        alignItems: 'center',
        columnGap: 2,
        minHeight: 50,
      }}
    >
      <Box sx={{ gridColumn: { xs: '1 / -1', md: 'auto' } }}>
        <Wire line={line} />
      </Box>
      <Box sx={{ lineHeight: 1.2 }}>
        <Box sx={{ fontSize: 'plain', fontWeight: 500 }}>{line.name}</Box>
        <Box sx={{ fontSize: 'note', fontWeight: strong ? 600 : 400, color: colour[line.sign] ?? 'quiet' }}>{line.says}</Box>
      </Box>
      <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end' }}>
        {(line.sign === 'open' || line.sign === 'stop') && (
          <Button
            sx={small}
            onClick={() => {
              onOpen(line.cable, line.run);
            }}
          >
            {shows ? 'Look' : 'Carry on'}
          </Button>
        )}
        {!shows && (line.sign === 'proof' || line.sign === 'look') && (
          <Button
            sx={small}
            onClick={() => {
              onOpen(line.cable, line.run);
            }}
          >
            {line.sign === 'look' ? 'Look at it' : 'Prove it'}
          </Button>
        )}
        {work && line.sheets && (line.sign === 'none' || line.sign === 'signed') && (
          <Button
            sx={small}
            onClick={() => {
              onOpen(line.cable);
            }}
          >
            {line.sign === 'signed' ? 'Set again' : 'Set it'}
          </Button>
        )}
        {line.by_hand && (
          <Button sx={small} variant="text" onClick={onSheet}>
            which sheet
          </Button>
        )}
        {line.run && (line.sign === 'signed' || line.sign === 'proof' || line.sign === 'look') && (
          <Button
            sx={small}
            variant="text"
            onClick={() => {
              onRecord(line.run ?? '');
            }}
          >
            record
          </Button>
        )}
      </Box>
    </Box>
  );
}
