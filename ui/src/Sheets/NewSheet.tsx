import Box from '@mui/material/Box';
import { useState } from 'react';
import type { Problem } from '../api/client';
import { useBegin } from '../api/useSheets';
import { ChooseCable } from '../parts/ChooseCable';
import { Foot, Head } from '../parts/Frame';
import { FaultList } from './FaultList';

/** Which cable a new sheet is for. */
export function NewSheetScreen() {
  const begin = useBegin();
  const [problem, setProblem] = useState<Problem | null>(null);
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="A new sheet: which cable?" tab="New sheet" />
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 1.5 }}>
        {problem && <FaultList problem={problem} />}
        <ChooseCable onChoose={(family) => void begin({ family }).then(setProblem)} />
      </Box>
      <Foot />
    </Box>
  );
}
