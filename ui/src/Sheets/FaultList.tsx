import Box from '@mui/material/Box';
import type { Problem } from '../api/client';

/** All that is wrong with a sheet, each with its place and its cure; nothing was kept. */
export function FaultList({ problem }: { problem: Problem }) {
  const faults = problem.faults ?? [];
  return (
    <Box
      role="alert"
      sx={{ borderLeft: '6px solid', borderColor: 'error.main', bgcolor: 'sheet', px: 2, py: 1, my: 1.5, fontSize: 'text' }}
    >
      <Box sx={{ fontWeight: 600 }}>
        {faults.length > 0
          ? `Nothing was kept: ${faults.length === 1 ? 'one thing is' : `${faults.length} things are`} to be put right.`
          : problem.detail}
      </Box>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {faults.map((f) => (
          <li key={f.field + f.message}>
            <Box component="code" sx={{ fontFamily: 'inherit', fontWeight: 600 }}>
              {f.field || 'the sheet'}
            </Box>
            : {f.message}
          </li>
        ))}
      </Box>
    </Box>
  );
}
