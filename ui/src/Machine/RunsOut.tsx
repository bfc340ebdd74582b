import Box from '@mui/material/Box';
import { Link } from 'react-router';
import { useYears } from '../api/useYears';

/** What runs out within sight, each leading to its years. */
export function RunsOut({ machine }: { machine: string }) {
  const near = useYears(machine).data?.lines.filter((l) => l.ends === 'now' || l.ends === 'soon') ?? [];
  return (
    <>
      {near.map((l) => (
        <Box
          key={`${l.cable} ${l.name} ${l.reads}`}
          component={Link}
          to={`/machine/${machine}/years`}
          sx={{ display: 'block', mt: 1, px: 2, py: 1.25, bgcolor: 'sheet', borderLeft: '6px solid', color: 'text.primary' }}
          style={{ borderColor: 'var(--mui-palette-primary-main)', textDecoration: 'none' }}
        >
          <b>
            {l.called}, {l.name} {l.head}
          </b>
          : {l.left.join(', ')}
        </Box>
      ))}
    </>
  );
}
