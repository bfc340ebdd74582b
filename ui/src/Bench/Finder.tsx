import Box from '@mui/material/Box';
import { Link, useNavigate } from 'react-router';
import type { BenchView } from '../api/client';
import { useSlash } from '../parts/useSlash';

/** What do you want to know? The questions, the likeliest first; Enter opens the first. */
export function Finder({ view, find, setFind, shown }: { view: BenchView; find: string; setFind: (text: string) => void; shown: string }) {
  const field = useSlash();
  const go = useNavigate();
  const first = view.found[0];
  return (
    <Box component="section" aria-label="Questions" sx={{ overflowY: { md: 'auto' }, py: 2 }} tabIndex={-1}>
      <Box
        component="form"
        role="search"
        onSubmit={(e) => {
          e.preventDefault();
          if (first) void go(`/bench/${first}`);
        }}
        sx={{ px: { xs: 2, md: 2.75 }, pb: 1 }}
      >
        <Box
          component="input"
          ref={field}
          type="search"
          value={find}
          onChange={(e) => {
            setFind(e.target.value);
          }}
          aria-label="what do you want to know?"
          placeholder="your question"
          autoComplete="off"
          sx={{
            font: 'inherit',
            fontSize: 'plain',
            width: '100%',
            minHeight: 48,
            px: 1.25,
            border: '2px solid',
            borderColor: 'text.primary',
            bgcolor: 'sheet',
            color: 'text.primary',
            '&::placeholder': { color: 'quiet', opacity: 1 },
          }}
        />
      </Box>
      {view.found.length === 0 && (
        <Box sx={{ px: 2.75, py: 1, fontSize: 'plain' }}>No question is like that. Try one word: slack, turns, bend, tension.</Box>
      )}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {view.found.map((name) => {
          const s = view.sentences.find((one) => one.name === name);
          const here = name === shown;
          return (
            s && (
              <Box component="li" key={name}>
                <Box
                  component={Link}
                  to={`/bench/${name}`}
                  {...(here ? { 'aria-current': 'page' as const } : {})}
                  sx={{
                    display: 'flex',
                    alignItems: 'center',
                    minHeight: 44,
                    px: { xs: 2, md: 2.25 },
                    py: 0.5,
                    fontSize: 'note',
                    lineHeight: 1.2,
                    textDecoration: 'none',
                    color: 'text.primary',
                    borderLeft: '6px solid',
                    borderColor: here ? 'primary.main' : 'transparent',
                    bgcolor: here ? 'wash' : 'transparent',
                    fontWeight: here ? 600 : 400,
                  }}
                >
                  {s.title}
                </Box>
              </Box>
            )
          );
        })}
      </Box>
    </Box>
  );
}
