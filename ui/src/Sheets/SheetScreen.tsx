import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Problem, SheetPage } from '../api/client';
import { Foot, Head } from '../parts/Frame';
import { useSession } from '../api/useSession';
import { FaultList } from './FaultList';
import { Drawn } from './Drawn';
import { Rules } from './Rules';
import { RunsSay } from './RunsSay';
import { Paper } from '../parts/paper/Paper';
import { useBegin, useSheetPage } from '../api/useSheets';

const none = new Map<string, string>();

/** One sheet as a page: its line and rules, then all it says; its revisions, and what changed. */
export function SheetScreen() {
  const { hash = '' } = useParams();
  const { data } = useSheetPage(hash);
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab={data ? `Sheet ${data.sheet.id} · ${data.sheet.cable}` : 'Sheet'} rooms />
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 2 }}>
        {data && <Page page={data} />}
      </Box>
      <Foot />
    </Box>
  );
}

/** Figures in words: what the source gives, or what nobody has confirmed. */
function Said({ title, list, open = false }: { title: string; list: SheetPage['given']; open?: boolean }) {
  if (list.length === 0) return null;
  return (
    <Box component="details" open={open} sx={{ mt: 1.5 }}>
      <Box component="summary" sx={{ fontSize: 'plain', fontWeight: 600, minHeight: 44, display: 'list-item', cursor: 'pointer' }}>
        {title}: {list.length}
      </Box>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none', columns: { md: 2 }, columnGap: 40, fontSize: 'text' }}>
        {list.map((s, i) => (
          <Box
            component="li"
            key={i}
            sx={{ display: 'flex', gap: 1.5, breakInside: 'avoid', borderBottom: '1px solid', borderColor: 'divider', py: 0.5 }}
          >
            <span>{s.name}</span>
            <Box component="span" sx={{ ml: 'auto', fontWeight: 600, textAlign: 'right' }}>
              {s.value}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function Page({ page }: { page: SheetPage }) {
  const { sheet } = page;
  const manage = useSession().data?.manage ?? false;
  const begin = useBegin();
  const [problem, setProblem] = useState<Problem | null>(null);
  const small = { minHeight: 48, py: 0, px: 2, fontSize: 'text' };
  return (
    <>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5, rowGap: 1 }}>
        <Box sx={{ flex: '1 1 420px' }}>
          <Box component="h1" sx={{ m: 0, fontSize: 'large', fontWeight: 600, lineHeight: 1.15 }}>
            Sheet {sheet.id} · {sheet.cable}
          </Box>
          <Box sx={{ fontSize: 'plain' }}>
            {sheet.applies.unit} {page.applies} · revision {sheet.revision}
            {sheet.source.assumed ? ' · figures assumed' : ''}
          </Box>
        </Box>
        {sheet.rig && (
          <Button sx={small} component={Link} to={`/whatif?sheet=${page.hash}`}>
            What if
          </Button>
        )}
        {manage && sheet.rig && page.led && (
          <Button sx={small} component={Link} to={`/practice/compose?sheet=${page.hash}`}>
            An exercise of it
          </Button>
        )}
        {manage && (
          <Button sx={small} onClick={() => void begin({ revise: page.hash }).then(setProblem)}>
            Revise it
          </Button>
        )}
        {manage && (
          <Button sx={small} onClick={() => void begin({ copy_of: page.hash }).then(setProblem)}>
            Copy as a new one
          </Button>
        )}
        <Button sx={small} component="a" href={`/api/v1/sheets/${page.hash}`} download={`${sheet.id}-r${sheet.revision}.json`}>
          Export
        </Button>
      </Box>
      {problem && <FaultList problem={problem} />}
      {!page.led && (
        <Box sx={{ fontSize: 'text', mt: 1, borderLeft: '6px solid', borderColor: 'divider', pl: 1.5 }}>
          This sheet is worked by hand: nobody knows what a turn does here, so no run leads through it.
        </Box>
      )}
      <Box sx={{ mt: 1 }}>
        <Drawn preview={page.preview} />
      </Box>
      <Said title="Given" list={page.given} open />
      <Said title="What runs taught" list={page.measured} open />
      <Said title="Assumed, since its source does not say" list={page.assumed} />
      <RunsSay hash={page.hash} manage={manage} />
      <Rules hash={page.hash} manage={manage} />
      <Paper sheet={sheet} usual={page.usual} words={page.words} proofs={page.proofs} faults={none} questions={none} />
      {page.revisions.length > 1 && (
        <Box component="section" aria-label="Revisions" sx={{ borderTop: '2px solid', borderColor: 'text.primary', pt: 1.5 }}>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, fontSize: 'text' }}>
            <Box sx={{ fontWeight: 600 }}>Revisions</Box>
            {page.revisions.map((r) =>
              r.hash === page.hash ? (
                <b key={r.hash}>r{r.revision}</b>
              ) : (
                <Box component={Link} key={r.hash} to={`/sheets/${r.hash}`} sx={{ color: 'text.primary' }}>
                  r{r.revision}
                </Box>
              ),
            )}
          </Box>
          {page.changed.length > 0 && <Box sx={{ mt: 1, fontSize: 'text' }}>Changed against the revision before:</Box>}
          <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: 'text' }}>
            {page.changed.map((c) => (
              <li key={c.path}>
                {c.path}: <del>{c.was || 'nothing'}</del> → <b>{c.now || 'nothing'}</b>
              </li>
            ))}
          </Box>
        </Box>
      )}
    </>
  );
}
