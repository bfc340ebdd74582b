import Box from '@mui/material/Box';
import { useId } from 'react';
import { useBays } from '../api/useBays';
import { useLibrary } from '../api/useSheets';
import type { About } from './useTrouble';

/** On what: a cable of the floor, or a family in its usual proportions. */
export function On({ about, title, start }: { about: About; title: string; start: (of: Partial<About>) => void }) {
  const id = useId();
  const bays = useBays().data;
  const families = useLibrary().data?.families ?? [];
  const value = about.run
    ? 'run'
    : about.machine
      ? JSON.stringify({ machine: about.machine, cable: about.cable })
      : about.sheet
        ? 'sheet'
        : about.family
          ? JSON.stringify({ family: about.family })
          : '';
  return (
    <Box sx={{ mb: 1.5, pt: 1, maxWidth: 520 }}>
      <Box component="label" htmlFor={id} sx={{ fontSize: 'note', color: 'quiet' }}>
        on the
      </Box>
      <Box
        component="select"
        id={id}
        value={value}
        onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
          start(JSON.parse(e.target.value) as Partial<About>);
        }}
        sx={{
          display: 'block',
          font: 'inherit',
          fontSize: 'plain',
          fontWeight: 600,
          width: '100%',
          minHeight: 48,
          px: 1,
          bgcolor: 'sheet',
          color: 'text.primary',
          border: 0,
          borderBottom: '2px solid',
          borderColor: 'text.primary',
        }}
      >
        {(value === '' || value === 'run' || value === 'sheet') && (
          <option value={value} disabled={value === ''}>
            {value === '' ? 'a cable of the floor, or any of its kind' : title}
          </option>
        )}
        <optgroup label="on the floor">
          {bays?.machines.flatMap((m) =>
            m.lines
              .filter((l) => !l.by_hand)
              .map((l) => (
                <option key={m.id + l.cable} value={JSON.stringify({ machine: m.id, cable: l.cable })}>
                  {m.name} · {l.name}
                </option>
              )),
          )}
        </optgroup>
        <optgroup label="any, in its usual proportions">
          {families.map((f) => (
            <option key={f.id} value={JSON.stringify({ family: f.id })}>
              {f.name}
            </option>
          ))}
        </optgroup>
      </Box>
    </Box>
  );
}
