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
  const open = wanted.filter((s) => !confirmed.includes(s.id));
  return (
    <Box sx={{ mt: { xs: 1, md: 1.5 } }}>
      <Box role="group" aria-label="states" sx={{ display: { xs: 'flex', sm: 'grid' }, flexWrap: 'wrap', gap: 0.75 }}>
        {wanted.map((s) => (
          <Box
            key={s.id}
            sx={{ display: 'grid', gridTemplateColumns: { sm: '180px 1fr' }, alignItems: 'center', columnGap: 2, minHeight: 48 }}
          >
            <Toggle
              on={confirmed.includes(s.id)}
              onToggle={() => {
                toggle(s.id);
              }}
            >
              {s.name}
            </Toggle>
            {!confirmed.includes(s.id) && (
              <Box sx={{ display: { xs: 'none', sm: 'block' }, fontSize: 'text', color: 'quiet', lineHeight: 1.25 }}>{s.how}</Box>
            )}
          </Box>
        ))}
      </Box>
      {open.length > 0 && (
        // on a phone the field and its button are to be seen with them
        <Box component="details" sx={{ display: { sm: 'none' }, fontSize: 'text', color: 'quiet', lineHeight: 1.25 }}>
          <Box component="summary" sx={{ minHeight: 32, pt: 0.5 }}>
            How each is proved
          </Box>
          {open.map((s) => (
            <Box key={s.id}>
              {s.name}: {s.how}
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}
