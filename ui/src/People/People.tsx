import Box from '@mui/material/Box';
import { ThinList } from '../parts/ThinThings';
import { useBench } from '../api/useBench';
import { Foot, Head } from '../parts/Frame';
import { useSession } from '../api/useSession';
import { Archive } from './Archive';
import { Gauges } from './Gauges';
import { OwnSecrets } from './OwnSecrets';
import { Staff } from './Staff';
import { Times } from './Times';

/** Who may do what, and the gauges with what they can tell. */
export function PeopleScreen() {
  const session = useSession().data;
  const manage = session?.manage ?? false;
  const bench = useBench('').data;
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab="People and gauges" rooms />
      <Box
        component="main"
        sx={{
          flex: 1,
          px: { xs: 1.5, md: 2.75 },
          py: 2,
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) minmax(0, 1fr)' },
          columnGap: 6,
          rowGap: 3,
          alignContent: 'start',
        }}
      >
        <Box>
          <Staff manage={manage} />
          <OwnSecrets />
          <Times />
          {manage && <Archive />}
        </Box>
        <Box>
          <Gauges manage={manage} />
          <Box component="section" aria-label="Thin things" sx={{ mt: 3 }}>
            <Box component="h2" sx={{ m: 0, fontSize: 'name', fontWeight: 600 }}>
              Thin things that serve as feelers
            </Box>
            {bench && <ThinList things={bench.thin} change={session?.work ?? false} />}
          </Box>
        </Box>
      </Box>
      <Foot />
    </Box>
  );
}
