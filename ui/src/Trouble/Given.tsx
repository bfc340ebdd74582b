import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Asked } from './useTrouble';

/** The answers given so far, and what they were read at; one tap takes one back, but those of a run. */
export function Given({
  asked,
  list,
  ofRun,
  standAt,
  answer,
}: {
  asked: Asked;
  list: { id: string; asks: string; means: { id: string; says: string }[] }[];
  ofRun: string[];
  standAt: (name: string, value: string) => void;
  answer: (test: string, text: string) => void;
}) {
  const at = Object.entries(asked.at);
  if (asked.answers.length + at.length === 0) return null;
  return (
    <Box component="ul" aria-label="Answers so far" sx={{ listStyle: 'none', m: 0, mb: 1.5, p: 0 }}>
      {at.map(([name, value]) => (
        <Line
          key={name}
          asks={name}
          says={Number.isFinite(value) ? String(value) : 'no number'}
          takeBack={() => {
            standAt(name, '');
          }}
        />
      ))}
      {asked.answers.map((a) => {
        const test = list.find((t) => t.id === a.test);
        const says = a.value === undefined ? (test?.means.find((w) => w.id === a.answer)?.says ?? a.answer) : a.value.toFixed(1);
        return (
          <Line
            key={a.test}
            asks={test?.asks ?? a.test}
            says={says ?? ''}
            {...(!ofRun.includes(a.test) && {
              takeBack: () => {
                answer(a.test, '');
              },
            })}
          />
        );
      })}
    </Box>
  );
}

function Line({ asks, says, takeBack }: { asks: string; says: string; takeBack?: () => void }) {
  return (
    <Box component="li" sx={{ display: 'flex', alignItems: 'center', gap: 1, fontSize: 'note', minHeight: 34 }}>
      <Box sx={{ flex: 1 }}>
        <span aria-hidden="true">✓ </span>
        {asks}
        {asks.endsWith('?') ? ' ' : ': '}
        <b>{says}</b>
      </Box>
      {takeBack ? (
        <Button variant="text" aria-label={`take back: ${asks}`} sx={{ minHeight: 40, fontSize: 'fine', py: 0 }} onClick={takeBack}>
          take back
        </Button>
      ) : (
        <Box sx={{ color: 'quiet' }}>of the run</Box>
      )}
    </Box>
  );
}
