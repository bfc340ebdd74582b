import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { LiveGauge } from '../api/client';
import { shows } from './useLiveGauge';

/** What a connected gauge says just now, and what is wrong with it. */
export function LiveLine({ gauge, followed }: { gauge: LiveGauge; followed: boolean }) {
  const well = shows(gauge);
  return (
    <Box
      role="status"
      aria-label="gauge"
      sx={{
        fontSize: 'note',
        fontWeight: 500,
        lineHeight: 1.25,
        borderLeft: '4px solid',
        borderColor: gauge.trouble ? 'error.main' : gauge.steady ? 'success.main' : 'primary.main',
        pl: 1,
      }}
    >
      {gauge.trouble ? '■ ' : gauge.steady ? '✓ ' : '○ '}
      gauge {gauge.number}
      {well && ` shows ${gauge.text} ${gauge.in}`}
      {well && !gauge.trouble && (gauge.steady ? ', steady' : ', hold it still')}
      {gauge.says && `: ${gauge.says}`}
      {well && !followed && ' · what you type stands'}
    </Box>
  );
}

/** In the place of the keys, while a gauge fills the blank. */
export function TypeIt({ onType }: { onType: () => void }) {
  return (
    <Button type="button" variant="text" sx={{ justifySelf: 'start', minHeight: 48 }} onClick={onType}>
      type it instead
    </Button>
  );
}
