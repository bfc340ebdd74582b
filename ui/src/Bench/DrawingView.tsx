import Box from '@mui/material/Box';
import { lazy, Suspense } from 'react';
import type { Drawing } from '../api/client';
import { RuleView } from '../parts/RuleView';
import { BarsView } from '../parts/drawings/BarsView';
import { CoilView } from '../parts/drawings/CoilView';
import { ConduitView } from '../parts/drawings/ConduitView';
import { EdgesView } from '../parts/drawings/EdgesView';
import { GapsView } from '../parts/drawings/GapsView';
import { ScaleView } from '../parts/drawings/ScaleView';
import { SlotView } from '../parts/drawings/SlotView';
import { ThreadView } from '../parts/drawings/ThreadView';
import { TriesView } from '../parts/drawings/TriesView';
import { TripsView } from '../parts/drawings/TripsView';

const PlotView = lazy(() => import('../parts/drawings/PlotView').then((m) => ({ default: m.PlotView })));

/** The drawing that follows the numbers of a sentence. */
export function DrawingView({ drawing: d, says }: { drawing: Drawing; says: string }) {
  const rules = d.rules ?? [];
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
      {d.threads?.map((t, i) => (
        <ThreadView key={i} thread={t} />
      ))}
      {d.scale && <ScaleView scale={d.scale} says={says} />}
      {d.conduit && <ConduitView conduit={d.conduit} says={says} />}
      {d.coils && <CoilView coils={d.coils} />}
      {d.trips && <TripsView trips={d.trips} says={says} />}
      {d.tries && <TriesView tries={d.tries} says={says} />}
      {d.edges && <EdgesView edges={d.edges} says={says} />}
      {d.gaps && <GapsView gaps={d.gaps} says={says} />}
      {d.slot && <SlotView slot={d.slot} says={says} />}
      {d.plot && (
        <Suspense fallback={<Box sx={{ height: 300 }} />}>
          <PlotView plot={d.plot} says={says} />
        </Suspense>
      )}
      {rules.map((r) => (
        <RuleView key={r.id} rule={r} small={rules.length > 1 || d.threads !== undefined || d.plot !== undefined} />
      ))}
      {d.bars && <BarsView bars={d.bars} />}
    </Box>
  );
}
