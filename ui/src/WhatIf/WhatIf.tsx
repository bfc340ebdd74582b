import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { problemIn, type WhatIfView } from '../api/client';
import { Finding, Foot, Head } from '../parts/Frame';
import { PictureView } from '../parts/PictureView';
import { RuleView } from '../parts/RuleView';
import { KnobView } from './KnobView';
import { Travel } from './Travel';
import { useTried, useWhatIf, type Standing } from './useWhatIf';

const PlotView = lazy(() => import('../Bench/drawings/PlotView').then((m) => ({ default: m.PlotView })));

const title = { m: 0, mt: 2, fontSize: 18, fontWeight: 600 } as const;

/** A setting is tried before it is touched: everything the rig would tell follows. */
export function WhatIfScreen() {
  const { now, about, set, afresh } = useTried();
  const { data: first } = useWhatIf(about, undefined, { settings: {}, faults: {} });
  const then: Standing | undefined = first && { settings: first.then.settings ?? {}, faults: first.then.faults ?? {} };
  const { data, error } = useWhatIf(about, then, now);
  const view = data ?? first;
  const tried = Object.keys(now.settings).length + Object.keys(now.faults).length > 0;
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab={view ? `What if · ${view.title}` : 'What if'} about={view ? `${view.title}: ${view.about}` : ''} rooms />
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 1 }}>
        {about.sheet === '' && about.run === '' && (
          <Finding>
            Begin at a <Link to="/sheets">sheet</Link> or at a run: what if starts from there.
          </Finding>
        )}
        {error && <Finding>{problemIn(error)?.detail ?? 'The server does not answer. What was tried stands in the address.'}</Finding>}
        {view && first && (
          <>
            {view.picture && <PictureView picture={view.picture} />}
            <Box
              sx={{
                display: 'grid',
                gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '400px minmax(0, 1fr)' },
                columnGap: 5,
                mt: 1,
                gridTemplateRows: { md: 'auto 1fr' },
              }}
            >
              <Knobs view={view} first={first} set={set} />
              <Box sx={{ gridColumn: { md: 2 }, gridRow: { md: '1 / span 2' } }}>
                <Would view={view} tried={tried} afresh={afresh} set={set} />
              </Box>
              <Box>
                <Felt view={view} />
              </Box>
            </Box>
          </>
        )}
      </Box>
      <Foot>
        {about.run && (
          <Box component={Link} to={`/run/${about.run}`} sx={{ color: 'text.primary' }}>
            back to the run
          </Box>
        )}
      </Foot>
    </Box>
  );
}

function Knobs({ view, first, set }: { view: WhatIfView; first: WhatIfView; set: (change: Record<string, string>) => void }) {
  const [worn, setWorn] = useState(view.faults.some((f) => f.value !== 0));
  const was = (list: WhatIfView['adjusters'], name: string) => list.find((k) => k.name === name)?.value ?? 0;
  return (
    <Box component="section" aria-label="What is tried">
      {view.schools.length > 1 && (
        <Box sx={{ mt: 1 }}>
          <Box component="label" htmlFor="school" sx={{ fontSize: 16, color: 'quiet', mr: 1 }}>
            as set by
          </Box>
          <Box
            component="select"
            id="school"
            value={view.school}
            onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
              set({ school: e.target.value });
            }}
            sx={{ font: 'inherit', fontSize: 17, minHeight: 48, bgcolor: 'sheet', color: 'text.primary' }}
          >
            {view.schools.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </Box>
        </Box>
      )}
      {view.adjusters.map((k) => (
        <KnobView
          key={k.name}
          knob={k}
          then={was(first.adjusters, k.name)}
          onSet={(v) => {
            set({ [`s.${k.name}`]: v === was(first.adjusters, k.name) ? '' : String(v) });
          }}
        />
      ))}
      {view.faults.length > 0 && (
        <Box
          component="details"
          open={worn}
          onToggle={(e: React.SyntheticEvent<HTMLDetailsElement>) => {
            setWorn(e.currentTarget.open);
          }}
          sx={{ mt: 1 }}
        >
          <Box component="summary" sx={{ minHeight: 44, fontSize: 18, fontWeight: 600, cursor: 'pointer' }}>
            Worn or wrong
          </Box>
          {view.faults.map((k) => (
            <KnobView
              key={k.name}
              knob={k}
              then={was(first.faults, k.name)}
              onSet={(v) => {
                set({ [`f.${k.name}`]: v === 0 ? '' : String(v) });
              }}
            />
          ))}
        </Box>
      )}
    </Box>
  );
}

function Felt({ view }: { view: WhatIfView }) {
  return (
    <>
      <Box component="h2" sx={title}>
        What would be felt and seen
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 17 }}>
        {view.senses.map((s) => (
          <Box component="li" key={s.name} sx={{ color: s.good ? 'text.primary' : 'error.main', fontWeight: s.good ? 400 : 600 }}>
            {s.good ? '✓' : '✕'} {s.name}: {s.says}
          </Box>
        ))}
      </Box>
    </>
  );
}

/** What would be so, what differs, and what would put it right. */
function Would({
  view,
  tried,
  afresh,
  set,
}: {
  view: WhatIfView;
  tried: boolean;
  afresh: () => void;
  set: (change: Record<string, string>) => void;
}) {
  return (
    <>
      <Box aria-live="polite" sx={{ fontSize: 26, fontWeight: 600, lineHeight: 1.2, color: view.inside ? 'success.main' : 'error.main' }}>
        {view.inside ? '✓ Everything is inside.' : '✕ Not everything is inside.'}
      </Box>
      {view.differs.length > 0 && (
        <Box component="ul" aria-label="What differs" sx={{ m: 0, mt: 0.5, pl: 3, fontSize: 17 }}>
          {view.differs.map((d) => (
            <li key={d}>{d}</li>
          ))}
        </Box>
      )}
      {view.plan.length > 0 && (
        <Box component="section" aria-label="What would put it right" sx={{ mt: 1.5 }}>
          <Box sx={{ fontSize: 18 }}>
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
        <Box component="section" aria-label="Why not" sx={{ mt: 1.5, fontSize: 18 }}>
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
      {view.plot && (
        <Suspense fallback={<Box sx={{ height: 340 }} />}>
          <Box sx={{ mt: 2 }}>
            <PlotView plot={view.plot} says={view.differs.join('; ')} />
            <Travel plot={view.plot} />
          </Box>
        </Suspense>
      )}
    </>
  );
}
