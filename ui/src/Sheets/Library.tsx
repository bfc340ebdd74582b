import Box from '@mui/material/Box';
import { useState } from 'react';
import { Finding } from '../parts/Finding';
import { Foot, Head } from '../parts/Frame';
import { useSession } from '../api/useSession';
import { FindBlank } from '../parts/FindBlank';
import { AxisView } from './AxisView';
import { Bring } from './Bring';
import { SecondMoves } from './RunsSay';
import { useSheetsNamed } from '../api/useSheets';

/** Every sheet on the axis of its numbers, where gaps and overlaps show. */
export function LibraryScreen() {
  const [find, setFind] = useState('');
  const { data, isError } = useSheetsNamed(find);
  const manage = useSession().data?.manage ?? false;
  const wanted = find.trim();
  const axes = data?.axes ?? [];
  const crafts = [...new Set(axes.map((a) => a.craft))];
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab="Sheets" rooms>
        <FindBlank label="find a sheet" value={find} onChange={setFind} />
      </Head>
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 2 }}>
        {isError && <Finding>The server does not answer. This page looks again by itself.</Finding>}
        {manage && data && <Bring />}
        {crafts.map((craft) => (
          <Box
            key={craft}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '120px minmax(0, 1fr)' },
              columnGap: 3,
              mb: 1,
            }}
          >
            <Box component="h2" sx={{ m: 0, pt: 1.5, fontSize: 'head', fontWeight: 600 }}>
              {craft}
            </Box>
            <Box>
              {axes
                .filter((a) => a.craft === craft)
                .map((a) => (
                  <AxisView key={a.bars[0]?.hash} axis={a} />
                ))}
            </Box>
          </Box>
        ))}
        {wanted === '' && <SecondMoves />}
        {data && axes.length === 0 && (
          <Box sx={{ fontSize: 'name', py: 3 }}>{wanted ? `No sheet is called “${find}”.` : 'There are no sheets yet.'}</Box>
        )}
      </Box>
      <Foot>
        {data && (
          <Box sx={{ color: 'quiet' }}>
            {data.axes.reduce((n, a) => n + a.bars.length, 0)} sheets for {data.axes.length} rigs
            {data.axes.length > 0 && (
              <>
                {' · '}
                <Box component="a" href="/api/v1/sheets.json" download sx={{ color: 'text.primary' }}>
                  all of them as one file
                </Box>
              </>
            )}
          </Box>
        )}
      </Foot>
    </Box>
  );
}
