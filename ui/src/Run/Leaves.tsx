import { useQuery } from '@tanstack/react-query';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { api, answered } from '../api/client';
import { keys } from '../api/keys';

/** The usual leaves of a feeler, and the flat things of this workshop that serve as one: a tap writes the thickness. */
export function Leaves({ onTake, onKeys }: { onTake: (text: string) => void; onKeys: () => void }) {
  const bench = useQuery({
    queryKey: keys.bench,
    meta: { told: 'all' }, // without it the thickness can be written
    queryFn: () => answered(api.GET('/api/v1/bench')),
  });
  const things = [...usual, ...(bench.data?.thin ?? []).map((t) => ({ name: t.name, text: `${t.thickness} mm` }))];
  return (
    <Box role="group" aria-label="leaves" sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
      {things.map((t) => (
        <Button
          key={t.name}
          type="button"
          sx={{ minWidth: 52, minHeight: 44, px: 1, py: 0, fontSize: 'text', borderWidth: 1 }}
          onClick={() => {
            onTake(t.text);
          }}
        >
          {t.name}
        </Button>
      ))}
      <Button type="button" variant="text" sx={{ minHeight: 44, py: 0 }} onClick={onKeys}>
        write it
      </Button>
    </Box>
  );
}

const usual = ['0.1', '0.2', '0.3', '0.4', '0.5', '0.8', '1'].map((n) => ({ name: n, text: `${n} mm` }));
