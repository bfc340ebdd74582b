import Box from '@mui/material/Box';
import type { Logged, LoggedColumns } from '../../api/client';
import { Toggle } from '../../parts/Toggle';

/** The states in which the readings of a table were taken: whoever brings them says that it was so. */
export function Proved({ table, onSay }: { table: Logged; onSay: (c: LoggedColumns) => void }) {
  const { guess } = table;
  const here = table.points.filter((p) => p.states.length > 0 && table.lines.some((l) => l.body?.point === p.id));
  if (here.length === 0) return null;
  return (
    <Box component="section" aria-label="states" sx={{ display: 'grid', gap: 1 }}>
      <Box sx={{ fontSize: 'text' }}>Tap what was proved as they were read. Without all of it a reading is kept, but not judged.</Box>
      {here.map((p) => {
        const so = guess.proved?.[p.id] ?? [];
        return (
          <Box key={p.id} role="group" aria-label={p.name} sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
            <Box sx={{ fontSize: 'text', fontWeight: 600, minWidth: 140 }}>{p.name}</Box>
            {p.states.map((s) => (
              <Toggle
                key={s.id}
                on={so.includes(s.id)}
                onToggle={() => {
                  const now = so.includes(s.id) ? so.filter((one) => one !== s.id) : [...so, s.id];
                  onSay({ ...guess, proved: { ...guess.proved, [p.id]: now } });
                }}
              >
                {s.name}
              </Toggle>
            ))}
          </Box>
        );
      })}
    </Box>
  );
}
