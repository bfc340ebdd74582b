import Box from '@mui/material/Box';
import { Link } from 'react-router';
import { useLibrary } from '../api/useSheets';

const crafts: Record<string, string> = { car: 'Cars', trailer: 'Trailers', boat: 'Boats', aircraft: 'Light aircraft' };

/** Where What if begins: a family in its usual proportions, a sheet or a run of one's own, or a path to lay out. */
export function Begin() {
  const { data } = useLibrary();
  const row = { display: 'flex', alignItems: 'center', minHeight: 48, fontSize: 'plain', color: 'text.primary' } as const;
  return (
    <Box sx={{ maxWidth: 900 }}>
      <Box component="p" sx={{ fontSize: 'name', mt: 1 }}>
        Try a setting before it is touched. On a machine of your own, begin at its{' '}
        <Box component={Link} to="/sheets" sx={{ color: 'inherit' }}>
          sheet
        </Box>{' '}
        or at the run; here on a family in its usual proportions.
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'repeat(2, minmax(0, 1fr))' }, columnGap: 5 }}>
        {Object.entries(crafts).map(([craft, name]) => (
          <Box component="section" key={craft} aria-label={name} sx={{ mt: 1.5 }}>
            <Box component="h2" sx={{ m: 0, fontSize: 'plain', fontWeight: 600 }}>
              {name}
            </Box>
            {data?.families
              .filter((f) => f.craft === craft)
              .map((f) => (
                <Box key={f.id} component={Link} to={`/whatif?family=${f.id}`} sx={row}>
                  {f.name}
                </Box>
              ))}
          </Box>
        ))}
        <Box component="section" aria-label="Before it is ordered" sx={{ mt: 1.5 }}>
          <Box component="h2" sx={{ m: 0, fontSize: 'plain', fontWeight: 600 }}>
            Before it is ordered
          </Box>
          <Box component={Link} to="/routing" sx={row}>
            a cable’s path: bends, length, what it passes
          </Box>
        </Box>
      </Box>
    </Box>
  );
}
