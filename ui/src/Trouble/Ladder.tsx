import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Cause, TroubleView } from '../api/client';
import { Excludes } from './Excludes';
import { Mark } from './Mark';

const shown = 6;

/** What it could be, the likeliest first, each with what else one would notice; its reasons open beneath it. */
export function Ladder({
  view,
  chosen,
  onChoose,
  done,
  answer,
}: {
  view: TroubleView;
  done: string[];
  chosen: string;
  onChoose: (id: string) => void;
  answer: (test: string, text: string) => void;
}) {
  const [all, setAll] = useState(false);
  const most = view.causes[0]?.share ?? 1;
  const list = all ? view.causes : view.causes.slice(0, shown);
  return (
    <Box component="section" aria-label="What it could be">
      <Box sx={{ display: { xs: 'none', lg: 'block' } }}>
        <Excludes view={view} done={done} answer={answer} />
      </Box>
      <Box sx={{ display: 'flex', justifyContent: 'space-between', fontSize: 'note', color: 'quiet' }}>
        <span>likeliest first</span>
        <span>one would also notice</span>
      </Box>
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {list.map((c, i) => (
          <Rung key={c.id} cause={c} place={i + 1} part={c.share / most} open={chosen === c.id} onOpen={onChoose} />
        ))}
      </Box>
      {view.both.length > 0 && (
        <Box component="section" aria-label="Two at once" sx={{ mt: 1.5, pl: 1.5, borderLeft: '4px solid', borderColor: 'text.primary' }}>
          <Box sx={{ fontWeight: 600 }}>No one of them shows all of this. Two at once would:</Box>
          <Box component="ol" sx={{ m: 0, pl: 2.5 }}>
            {view.both.map((b) => (
              <li key={b.ids.join()}>{b.says.join(', and ')}</li>
            ))}
          </Box>
        </Box>
      )}
      {view.unknown >= 0.01 && (
        <Box sx={{ mt: 0.5, fontSize: 'note' }}>
          or something that is not known here{view.both.length === 0 && `: ${Math.round(100 * view.unknown)} in 100`}
        </Box>
      )}
      {view.causes.length > shown && (
        <Button
          variant="text"
          onClick={() => {
            setAll(!all);
          }}
        >
          {all ? 'only the likeliest' : `all ${view.causes.length}`}
        </Button>
      )}
      {view.pairs
        .map((p) => p.says)
        .map((text) => (
          <Box key={text} sx={{ mt: 1, fontSize: 'note' }}>
            {text}
          </Box>
        ))}
      {view.ruled_out.length > 0 && (
        <Box component="details" sx={{ mt: 1 }}>
          <Box component="summary" sx={{ cursor: 'pointer', minHeight: 40, fontSize: 'note', color: 'quiet' }}>
            ruled out: {view.ruled_out.length}
          </Box>
          {view.ruled_out.map((r) => (
            <Box key={r.id} sx={{ fontSize: 'note', py: 0.25 }}>
              {r.says} <span style={{ color: 'var(--mui-palette-quiet)' }}>by {r.by}</span>
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}

function Rung({
  cause,
  place,
  part,
  open,
  onOpen,
}: {
  cause: Cause;
  place: number;
  part: number;
  open: boolean;
  onOpen: (id: string) => void;
}) {
  return (
    <Box component="li" sx={{ position: 'relative', borderBottom: '1px solid', borderColor: 'divider' }}>
      <Box
        component="button"
        type="button"
        aria-expanded={open}
        onClick={() => {
          onOpen(open ? '' : cause.id);
        }}
        sx={{
          font: 'inherit',
          color: 'inherit',
          bgcolor: open ? 'wash' : 'transparent',
          border: 0,
          p: 0.5,
          width: '100%',
          minHeight: 50,
          display: 'flex',
          alignItems: 'center',
          gap: 1,
          textAlign: 'left',
          cursor: 'pointer',
        }}
      >
        <Mark text={String(place)} />
        <Box component="span" sx={{ fontWeight: 600, flex: '1 1 55%', lineHeight: 1.2 }}>
          {cause.says}
        </Box>
        <Box component="span" sx={{ fontSize: 'fine', lineHeight: 1.2, color: 'quiet', flex: '1 1 40%', textAlign: 'right' }}>
          {cause.also[0] ?? ''}
        </Box>
      </Box>
      <Box
        aria-hidden="true"
        sx={{ position: 'absolute', left: 0, top: 50, height: 3, width: `${Math.round(100 * part)}%`, bgcolor: 'text.primary' }}
      />
      {open && (
        <Box sx={{ px: 1, pt: 1, pb: 1.5, fontSize: 'note' }}>
          <Box sx={{ fontWeight: 600 }}>Why it stands here</Box>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {cause.why.map((w) => (
              <li key={w}>{w}</li>
            ))}
            <li>all together: {Math.round(100 * cause.share)} of 100</li>
          </Box>
          {cause.also.length > 0 && <Box sx={{ mt: 0.5 }}>One would also notice: {cause.also.join('; ')}.</Box>}
        </Box>
      )}
    </Box>
  );
}
