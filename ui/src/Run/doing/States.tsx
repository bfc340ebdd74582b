import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Want } from '../../api/client';
import { Toggle } from '../../parts/Toggle';
import { small } from './small';

interface Props {
  wanted: Want['states'];
  made: string[]; // that were made so, and hold
  said: string; // that are said to be so
  setSaid: (s: string) => void;
  onMake: (id: string) => void;
}

/** The states of a reading: each is made by hand, and said. One may be said without the other: that is seen in the end. */
export function States({ wanted, made, said, setSaid, onMake }: Props) {
  const all = said === '' ? [] : said.split(' ');
  const say = (id: string) => {
    setSaid((all.includes(id) ? all.filter((s) => s !== id) : [...all, id]).join(' '));
  };
  return (
    <Box role="group" aria-label="states" sx={{ display: 'grid', gap: 1 }}>
      {wanted.map((s) => (
        <Box key={s.id} sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
          <Button
            aria-label={`${made.includes(s.id) ? 'done' : 'do it'}: ${s.name}`}
            sx={{ ...small, bgcolor: made.includes(s.id) ? 'pale' : 'sheet' }}
            onClick={() => {
              onMake(s.id);
            }}
          >
            {made.includes(s.id) ? '✓ done' : 'do it'}
          </Button>
          <Toggle
            on={all.includes(s.id)}
            onToggle={() => {
              say(s.id);
            }}
          >
            {s.name}
          </Toggle>
          <Box sx={{ flex: '1 1 220px', fontSize: 'note', color: 'quiet', lineHeight: 1.25 }}>{s.how}</Box>
        </Box>
      ))}
    </Box>
  );
}
