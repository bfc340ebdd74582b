import Box from '@mui/material/Box';
import { useState } from 'react';
import { Link } from 'react-router';
import { problemIn, type WhatIfView } from '../api/client';
import { Finding, Foot, Head } from '../parts/Frame';
import { PictureView } from '../parts/PictureView';
import { KnobView } from './KnobView';
import { Felt, Would } from './Would';
import { useTried, useWhatIf, type Standing } from './useWhatIf';

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
        {about.run && view && first && planOf(view, first) && (
          <Box component={Link} to={`/run/${about.run}?plan=${encodeURIComponent(planOf(view, first))}`} sx={{ color: 'text.primary' }}>
            use this as a plan
          </Box>
        )}
        {about.run && (
          <Box component={Link} to={`/run/${about.run}`} sx={{ color: 'text.primary' }}>
            back to the run
          </Box>
        )}
      </Foot>
    </Box>
  );
}

/** What was tried as moves from where it stands: adjuster, turns and way. */
function planOf(view: WhatIfView, first: WhatIfView): string {
  return view.adjusters
    .map((k) => ({ id: k.id ?? '', by: k.value - (first.adjusters.find((one) => one.name === k.name)?.value ?? k.value), step: k.step }))
    .map((m) => ({ ...m, by: Math.round(m.by / m.step) * m.step }))
    .filter((m) => m.id !== '' && m.by !== 0)
    .map((m) => `${m.id}:${Math.abs(m.by)}:${m.by > 0 ? 'out' : 'in'}`)
    .join(',');
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
