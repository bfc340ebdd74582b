import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Act, Practised } from '../../api/client';
import { small } from './small';

/** What may be looked at besides what is asked for: how each thing stands. */
export function Elsewhere({ practice, onAct }: { practice: Practised; onAct: (a: Act) => void }) {
  return (
    <Box component="details">
      <Box component="summary" sx={{ minHeight: 32, fontSize: 'note', color: 'quiet', cursor: 'pointer' }}>
        look how something stands
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 0.5 }}>
        {practice.things.map((t) => (
          <Button
            key={t.id}
            sx={small}
            onClick={() => {
              onAct({ look: t.id });
            }}
          >
            {t.name}
          </Button>
        ))}
      </Box>
    </Box>
  );
}
