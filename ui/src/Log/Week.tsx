import Box from '@mui/material/Box';
import type { LogLine } from '../api/client';
import { useWeek } from '../api/useLog';
import { papers } from '../parts/papers';
import { Lines } from './Lines';

/** What is open and waits for whom, what was signed in seven days, what was left out or done by request. */
export function Week() {
  const { data } = useWeek();
  if (!data) return null;
  const waits = (sign: LogLine['sign']) => data.open.filter((l) => l.sign === sign);
  return (
    <Box component="section" aria-label="The week">
      <Box component="h1" sx={{ m: 0, fontSize: 'large', fontWeight: 600, lineHeight: 1.15 }}>
        The week
      </Box>
      <Box
        sx={{
          fontSize: 'plain',
          color: 'quiet',
          '& a': { mr: 2, py: 1.5, display: 'inline-block', color: 'text.primary', fontSize: 'text' },
        }}
      >
        since {data.since} · {data.signed.length} signed · {data.open.length} open
        <Box component="span" sx={{ display: { xs: 'block', sm: 'inline' }, ml: { sm: 2 } }}>
          {papers.map((size) => (
            <a key={size} href={`/api/v1/week.pdf?paper=${size}`} target="_blank" rel="noreferrer">
              on paper ({size})
            </a>
          ))}
        </Box>
      </Box>
      <Part title="Waits for a second inspector" list={waits('look')} />
      <Part title="Waits for its proof" list={waits('proof')} />
      <Part title="Waits for a part or a repair" list={waits('stop')} />
      <Part title="In hand" list={waits('open')} />
      <Part title="Left out, or by request" list={data.askew} />
      <Part title="Signed" list={data.signed} />
    </Box>
  );
}

function Part({ title, list }: { title: string; list: LogLine[] }) {
  if (list.length === 0) return null;
  return (
    <Box component="section" aria-label={title} sx={{ mt: 1.5 }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'plain', fontWeight: 600 }}>
        {title}
      </Box>
      <Lines list={list} />
    </Box>
  );
}
