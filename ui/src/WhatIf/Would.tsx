import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { lazy, Suspense } from 'react';
import type { WhatIfView } from '../api/client';
import { RuleView } from '../parts/RuleView';
import { Travel } from './Travel';

const PlotView = lazy(() => import('../parts/drawings/PlotView').then((m) => ({ default: m.PlotView })));

const title = { m: 0, mt: 2, fontSize: 'plain', fontWeight: 600 } as const;

/** What hand, eye and ear would tell. */
export function Felt({ view }: { view: WhatIfView }) {
  return (
    <>
      <Box component="h2" sx={title}>
        What would be felt and seen
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 'text' }}>
        {view.senses.map((s) => (
          <Box component="li" key={s.name} sx={{ color: s.good ? 'text.primary' : 'error.main', fontWeight: s.good ? 400 : 600 }}>
            {s.good ? '✓' : '✕'} {s.name}: {s.says}
            {s.before !== s.says && <Box component="span" sx={{ color: 'quiet', fontWeight: 400 }}>{`, before ${s.before}`}</Box>}
          </Box>
        ))}
      </Box>
    </>
  );
}

/** Which travel was moved last, and how far. */
export interface Moved {
  plot: number;
  place: number;
}

/** Whether everything is inside, in sight whatever is tried. */
export function Verdict({ view }: { view: WhatIfView }) {
  return (
    <Box
      aria-live="polite"
      sx={{ fontSize: 'title', fontWeight: 600, lineHeight: 1.2, color: view.inside ? 'success.main' : 'error.main' }}
    >
      {view.inside ? '✓ Everything is inside.' : '✕ Not everything is inside.'}
    </Box>
  );
}

/** What would be so, what differs, and what would put it right. */
export function Would({
  view,
  verdict,
  tried,
  afresh,
  set,
  moved,
  onMove,
}: {
  view: WhatIfView;
  verdict: boolean; // it is not said elsewhere
  tried: boolean;
  afresh: () => void;
  set: (change: Record<string, string>) => void;
  moved: Moved | null;
  onMove: (to: Moved) => void;
}) {
  return (
    <>
      {verdict && <Verdict view={view} />}
      {view.differs.length > 0 && (
        <Box component="ul" aria-label="What differs" sx={{ m: 0, mt: 0.5, pl: 3, fontSize: 'text' }}>
          {view.differs.map((d) => (
            <li key={d}>{d}</li>
          ))}
        </Box>
      )}
      {view.plan.length > 0 && (
        <Box component="section" aria-label="What would put it right" sx={{ mt: 1.5 }}>
          <Box sx={{ fontSize: 'plain' }}>
            The least that puts it right: <b>{view.plan.map((m) => m.says).join('; ')}</b>
          </Box>
          <Button
            sx={{ mt: 1 }}
            onClick={() => {
              set(Object.fromEntries(view.plan.map((m) => [`s.${m.works}`, String(m.to)])));
            }}
          >
            Try it
          </Button>
        </Box>
      )}
      {view.against && (
        <Box component="section" aria-label="Why not" sx={{ mt: 1.5, fontSize: 'plain' }}>
          <b>No setting puts it right.</b> Cannot be met: {view.against.windows.join('; ')}.
          {view.against.cures.length > 0 && ` One part would allow it: ${view.against.cures.join('; or ')}.`}
        </Box>
      )}
      {tried && (
        <Button variant="text" sx={{ mt: 1 }} onClick={afresh}>
          back to where it began
        </Button>
      )}
      <Box component="h2" sx={title}>
        What would be read
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'repeat(2, minmax(0, 1fr))' }, columnGap: 4 }}>
        {view.rules.map((r) => (
          <RuleView key={r.id} rule={r} small />
        ))}
      </Box>
      <Suspense fallback={<Box sx={{ height: 340 }} />}>
        {view.plots.map((plot, i) => (
          <Box key={plot.x} sx={{ mt: 2 }}>
            <PlotView plot={plot} says={view.differs.join('; ')} />
            <Travel
              plot={plot}
              place={moved?.plot === i ? Math.min(moved.place, plot.at.length - 1) : Math.floor(plot.at.length / 2)}
              onMove={(place) => {
                onMove({ plot: i, place });
              }}
            />
          </Box>
        ))}
      </Suspense>
    </>
  );
}
