import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { problemIn, type RouteView } from '../api/client';
import { Finding } from '../parts/Finding';
import { Foot, Head } from '../parts/Frame';
import type { Value } from '../parts/form/draft';
import { papers } from '../parts/papers';
import { FormContext } from '../parts/form/form';
import { Beside } from './Beside';
import { Cable, Pieces } from './Laid';
import { SightView } from './SightView';
import { useRouting } from './useRouting';

/** Two columns; on a phone one, with what follows behind the path. */
const column = { display: { xs: 'contents', md: 'block' }, minWidth: 0 } as const;

/** A cable's path before it is ordered: typed or dragged, with what follows for the order. */
export function RoutingScreen() {
  const { draft, view, error, set, drag, back } = useRouting();
  const faults = new Map((view?.faults ?? []).map((f) => [f.field, f.message]));
  const astray = view?.faults.find((f) => f.field.startsWith('drag') || f.field === 'pieces');
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab="A cable’s path" about={view?.about ?? 'a cable’s path, before it is ordered'} rooms />
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 1 }}>
        {error && <Finding>{problemIn(error)?.detail ?? 'The server does not answer. What was written stands in the address.'}</Finding>}
        <Box
          sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'repeat(2, minmax(0, 1fr))' }, gap: { xs: 1, md: 2.5 } }}
        >
          {view?.sights.map((s) => (
            <SightView
              key={s.view}
              sight={s}
              onDrag={(grip, done) => {
                drag(grip, view.sights, done);
              }}
            />
          ))}
        </Box>
        <Box sx={{ minHeight: 44, display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap', fontSize: 'note', color: 'quiet' }}>
          {astray ? (
            <Box sx={{ color: 'error.main', fontWeight: 600 }}>✕ {astray.message}</Box>
          ) : (
            'Drag a ring to move a corner; a small ring makes a new bend.'
          )}
          {back && (
            <Button variant="text" onClick={back}>
              undo
            </Button>
          )}
        </Box>
        <FormContext.Provider value={{ value: draft as unknown as Value, faults, questions: new Map(), set }}>
          <Box
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
              columnGap: 5,
              mt: 0.5,
            }}
          >
            <Box sx={column}>
              <Box sx={{ order: 1 }}>
                <Pieces view={view} />
              </Box>
              <Box sx={{ order: 4 }}>
                <Beside view={view} />
              </Box>
            </Box>
            <Box sx={column}>
              <Box sx={{ order: 2 }}>
                <Follows view={view} />
              </Box>
              <Box sx={{ order: 3 }}>
                <Cable />
              </Box>
            </Box>
          </Box>
        </FormContext.Provider>
      </Box>
      <Foot>
        {draft.run && (
          <Box component={Link} to={`/run/${draft.run}`} sx={{ color: 'text.primary' }}>
            back to the run
          </Box>
        )}
      </Foot>
    </Box>
  );
}

/** What follows from the path, the order first. */
function Follows({ view }: { view: RouteView | undefined }) {
  if (!view) return null;
  const ordered = view.order[1];
  const slip = new URLSearchParams({ draft: JSON.stringify(view.draft) }).toString();
  const known = view.order.length > 0;
  return (
    <Box component="section" aria-label="What follows" aria-live="polite">
      <Box sx={{ fontSize: 'title', fontWeight: 600, lineHeight: 1.15, color: ordered?.good === false ? 'error.main' : 'text.primary' }}>
        {ordered ? `${ordered.good ? '' : '✕ '}${ordered.text}` : 'Write the first length, or drag the path.'}
      </Box>
      {known && (
        <Box sx={{ my: 1.25, display: 'flex', gap: 1.5, alignItems: 'center' }}>
          {papers.map((size, i) => (
            <Button
              key={size}
              variant={i === 0 ? 'contained' : 'text'}
              disabled={!view.ready}
              href={`/api/v1/route.pdf?${slip}&paper=${size}`}
              target="_blank"
              rel="noreferrer"
            >
              {i === 0 ? 'Order slip' : size}
            </Button>
          ))}
          {!view.ready && <Box sx={{ fontSize: 'note' }}>Mend what is marked first.</Box>}
        </Box>
      )}
      <List lines={[view.order[0], ...view.order.slice(2), ...view.ends].filter((l) => l !== undefined)} />
      <List lines={view.path} />
      {view.loop && <List lines={view.loop.says} />}
      <List
        lines={view.near
          .map((l, i) => ({ ...l, text: l.text && `${view.draft.near?.[i]?.name ?? i + 1}: ${l.text}.` }))
          .filter((l) => !l.good && l.text)}
      />
    </Box>
  );
}

function List({ lines }: { lines: RouteView['path'] }) {
  return lines.length === 0 ? null : (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, py: 1, borderTop: '1px solid', borderColor: 'divider', fontSize: 'text' }}>
      {lines.map((l) => (
        <Box
          component="li"
          key={l.text}
          sx={{ py: 0.25, display: 'flex', gap: 1, ...(l.good ? {} : { color: 'error.main', fontWeight: 600 }) }}
        >
          <span aria-hidden="true">{l.good ? '✓' : '✕'}</span>
          <span>{l.text}</span>
        </Box>
      ))}
    </Box>
  );
}
