import Box from '@mui/material/Box';
import type { Want } from '../api/client';
import { Toggle } from '../parts/Toggle';

/** The states that make a reading a reading: each is a tap, beside how it is proved. */
export function StatesPanel({ wanted, states, setStates }: { wanted: Want['states']; states: string; setStates: (s: string) => void }) {
  if (wanted.length === 0) return null;
  const confirmed = states === '' ? [] : states.split(' ');
  const toggle = (id: string) => {
    setStates((confirmed.includes(id) ? confirmed.filter((c) => c !== id) : [...confirmed, id]).join(' '));
  };
  return (
    <Box role="group" aria-label="states" sx={{ mt: 1.5, display: 'grid', gap: 0.75 }}>
      {wanted.map((s) => (
        <Box
          key={s.id}
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: '1fr', sm: '180px 1fr' },
            alignItems: 'center',
            columnGap: 2,
            minHeight: 48,
          }}
        >
          <Toggle
            on={confirmed.includes(s.id)}
            onToggle={() => {
              toggle(s.id);
            }}
          >
            {s.name}
          </Toggle>
          {!confirmed.includes(s.id) && <Box sx={{ fontSize: 'text', color: 'quiet', lineHeight: 1.25 }}>{s.how}</Box>}
        </Box>
      ))}
    </Box>
  );
}
