import Box from '@mui/material/Box';
import type { Rule } from '../api/client';
import { RuleView } from '../parts/RuleView';

/** The rules of the run: a rule without a mark says something only to the one who is about to read it. */
export function Rules({ rules, point }: { rules: Rule[]; point: string }) {
  const shown = rules.filter((r) => r.marks.length > 0 || r.id === point);
  const together = shown.length > 2; // all of them in one look
  const named = together || (shown.length > 1 && point === ''); // which is which, where none is read just now
  const first = named ? undefined : shown[0];
  const others = named ? shown : shown.slice(1);
  return (
    <>
      {first && <RuleView rule={first} />}
      {others.length > 0 && (
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: `repeat(${together ? 3 : 2}, minmax(0, 1fr))` },
            columnGap: together ? 1.5 : 3,
          }}
        >
          {others.map((r) => (
            <RuleView key={r.id} rule={r} small />
          ))}
        </Box>
      )}
    </>
  );
}
