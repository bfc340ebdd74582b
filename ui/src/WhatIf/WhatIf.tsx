import Box from '@mui/material/Box';
import type { Theme } from '@mui/material/styles';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useState } from 'react';
import { Link } from 'react-router';
import { problemIn } from '../api/client';
import { Finding } from '../parts/Finding';
import { Foot, Head } from '../parts/Frame';
import { PictureView } from '../parts/PictureView';
import { Knobs } from './Knobs';
import { MapView } from './MapView';
import { Begin } from './Begin';
import { planOf, UsePlan } from '../parts/UsePlan';
import { Felt, Verdict, Would, type Moved } from './Would';
import { useTried, useWhatIf, type Standing } from './useWhatIf';

const nothing: Standing = { settings: {}, faults: {}, figures: {}, around: {}, want: {} };

/** A setting is tried before it is touched: everything the rig would tell follows. */
export function WhatIfScreen() {
  const { now, about, set, afresh } = useTried();
  const phone = useMediaQuery((t: Theme) => t.breakpoints.down('md'), { noSsr: true });
  const { data: first } = useWhatIf(about, undefined, nothing);
  const then: Standing | undefined = first && {
    settings: first.then.settings ?? {},
    faults: first.then.faults ?? {},
    figures: {},
    around: first.then.around ?? {},
    want: {},
  };
  const { data, error } = useWhatIf(about, then, now);
  const view = data ?? first;
  const [moved, setMoved] = useState<Moved | null>(null);
  const along = moved && view?.plots[moved.plot];
  const tried = [now.settings, now.faults, now.figures, now.around, now.want].some((all) => Object.keys(all).length > 0);
  const plan = view && first ? planOf(view, first) : '';
  const problem = problemIn(error);
  const knob = problem?.field?.replace(/^(now|want)\.(settings|faults|figures|around|windows|answers)\./, '') ?? '';
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab={view ? `What if · ${view.title}` : 'What if'} about={view ? `${view.title}: ${view.about}` : ''} rooms />
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 1 }}>
        {about.sheet + about.run + about.family === '' && <Begin />}
        {error && !(problem && /^(now|want)\./.test(problem.field ?? '')) && (
          <Finding>{problem?.detail ?? 'The server does not answer. What was tried stands in the address.'}</Finding>
        )}
        {view && first && (
          <>
            {phone && (
              <Box sx={{ position: 'sticky', top: 0, zIndex: 2, bgcolor: 'background.default', py: 0.5 }}>
                <Verdict view={view} />
              </Box>
            )}
            {view.picture && (
              <Box sx={{ position: { md: 'sticky' }, top: 0, zIndex: 1, bgcolor: 'background.default' }}>
                <PictureView
                  picture={view.picture}
                  moved={along ? { share: moved.place / (along.at.length - 1), follows: along.moving } : undefined}
                />
              </Box>
            )}
            <Box
              sx={{
                display: 'grid',
                gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '400px minmax(0, 1fr)' },
                columnGap: 5,
                mt: 1,
                gridTemplateRows: { md: 'auto 1fr' },
              }}
            >
              <Knobs view={view} first={first} set={set} now={now} wrong={knob ? { name: knob, says: problem?.detail ?? '' } : null} />
              <Box sx={{ gridColumn: { md: 2 }, gridRow: { md: '1 / span 2' } }}>
                <Would view={view} verdict={!phone} tried={tried} afresh={afresh} set={set} moved={moved} onMove={setMoved} />
              </Box>
              <Box>
                <Felt view={view} />
                {view.map && (
                  <MapView
                    map={view.map}
                    adjusters={view.adjusters}
                    onPair={(x, y) => {
                      set({ mx: x, my: y });
                    }}
                    onTry={(x, y) => {
                      if (view.map) set({ [`s.${view.map.x.name}`]: String(x), [`s.${view.map.y.name}`]: String(y) });
                    }}
                  />
                )}
              </Box>
            </Box>
          </>
        )}
        {plan && <UsePlan plan={plan} run={about.run} sheet={about.sheet} />}
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
