import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { BayLine } from '../api/client';

const v = (name: string) => `var(--mui-palette-${name})`;

/** One cable drawn small: hand at the left, works at the right, the mark where the trouble is. */
function Wire({ line }: { line: BayLine }) {
  const [from, to, y] = [8, 232, 14];
  const x = from + (to - from) * line.part;
  const none = line.sign === 'none';
  return (
    <svg
      viewBox="0 0 262 28"
      width="100%"
      height={28}
      preserveAspectRatio="xMinYMid meet"
      aria-hidden="true"
      style={{ maxWidth: 262, display: 'block' }}
    >
      <path d={`M${from} ${y}H${to}`} stroke={v('divider')} strokeWidth={4} />
      <path d={`M${to} 7v14`} stroke={v(line.part === 1 ? 'text-primary' : 'divider')} strokeWidth={4} />
      {!none && <path d={`M${from} ${y}H${x}`} stroke={v('text-primary')} strokeWidth={4} />}
      <circle cx={from} cy={y} r={5} fill={none ? v('divider') : v('text-primary')} />
      {line.sign === 'open' && (
        <g>
          <circle cx={x} cy={y} r={11} fill={v('primary-main')} />
          <path d={`M${x - 4} ${y - 6}l10 6l-10 6Z`} fill={v('sheet')} />
        </g>
      )}
      {line.sign === 'stop' && <path d={`M${x - 8} 4v20M${x + 8} 4v20M${x - 4} ${y}h8`} stroke={v('error-main')} strokeWidth={4} />}
      {line.sign === 'proof' && <circle cx={to + 16} cy={y} r={8} fill={v('sheet')} stroke={v('text-primary')} strokeWidth={3} />}
      {line.sign === 'look' && (
        <g>
          <circle cx={to + 16} cy={y} r={9} fill={v('sheet')} stroke={v('text-primary')} strokeWidth={3} />
          <circle cx={to + 16} cy={y} r={3} fill={v('text-primary')} />
        </g>
      )}
      {line.sign === 'signed' && <path d={`M${to + 8} ${y}l6 7l10 -14`} fill="none" stroke={v('success-main')} strokeWidth={4} />}
    </svg>
  );
}

const colour: Record<string, string> = { open: 'primary.main', stop: 'error.main', proof: 'text.primary', look: 'text.primary' };

export function BayLineView({
  line,
  work,
  onOpen,
  onRecord,
  onSheet,
}: {
  line: BayLine;
  work: boolean;
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
            Carry on
          </Button>
        )}
        {(line.sign === 'proof' || line.sign === 'look') && (
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
