import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { How, View } from '../../api/client';
import type { Send } from '../../api/useRun';
import { Finding } from '../../parts/Finding';
import { useAsk } from '../panels';
import { PutOn } from './PutOn';
import { HandsPicture, StandPicture } from './StandPicture';

const cell = {
  display: 'flex',
  alignItems: 'center',
  gap: 1,
  flex: 'none',
  minHeight: 56,
  px: 1.25,
  py: 0.5,
  borderRight: '1px solid',
  borderColor: 'divider',
  color: 'text.primary',
  textAlign: 'left',
} as const;

const words = { fontSize: 'note', fontWeight: 600, lineHeight: 1.2 } as const;
const under = { fontSize: 'fine', fontWeight: 400, lineHeight: 1.2 } as const;

/** How everything stands now, always in view: what is not at rest stands dark. A tap says that it stands otherwise. */
export function Stands({ view, send }: { view: View; send: Send }) {
  const [open, setOpen] = useState('');
  const thing = view.stands.find((h) => h.thing === open);
  if (view.stands.length === 0) return null;
  const close = () => {
    setOpen('');
  };
  return (
    <Box
      component="section"
      aria-label="How it stands"
      sx={{
        position: { xs: 'sticky', lg: 'static' },
        top: 0,
        zIndex: 2,
        bgcolor: 'background.default',
        borderBottom: '2px solid',
        borderColor: 'text.primary',
      }}
    >
      <Box sx={{ display: 'flex', overflowX: 'auto', flexWrap: { md: 'wrap' } }} tabIndex={0}>
        {view.stands.map((h) => (
          <Thing
            key={h.thing}
            how={h}
            open={h.thing === open}
            still={view.signed !== undefined}
            onTap={() => {
              setOpen(h.thing === open ? '' : h.thing);
            }}
          />
        ))}
        <Box sx={cell}>
          <HandsPicture />
          <span>
            <Box sx={words}>hands</Box>
            <Box sx={under}>{view.hands === 'in' ? 'in the linkage' : 'clear'}</Box>
          </span>
        </Box>
        {!view.signed && (
          <Button
            variant="text"
            aria-expanded={open === '+'}
            sx={{ flex: 'none', minHeight: 56, fontSize: 'note', whiteSpace: 'nowrap' }}
            onClick={() => {
              setOpen(open === '+' ? '' : '+');
            }}
          >
            + put on
          </Button>
        )}
      </Box>
      {view.arriving && open === '' && (
        <Box sx={{ px: { xs: 1.5, md: 2.75 }, py: 0.5, fontSize: 'note', color: 'quiet', borderTop: '1px solid', borderColor: 'divider' }}>
          How does it stand, as it came? Tap what is otherwise.
        </Box>
      )}
      {thing && <Otherwise key={thing.thing} how={thing} found={view.arriving} send={send} onDone={close} />}
      {open === '+' && <PutOn view={view} send={send} onDone={close} />}
    </Box>
  );
}

/** One thing: its picture, its name and how it stands. */
function Thing({ how, open, still, onTap }: { how: How; open: boolean; still: boolean; onTap: () => void }) {
  return (
    <Box
      component="button"
      type="button"
      disabled={still}
      aria-expanded={open}
      onClick={onTap}
      sx={{
        ...cell,
        font: 'inherit',
        border: 0,
        borderRight: '1px solid',
        borderColor: 'divider',
        order: { xs: how.rest ? 0 : -1, md: 0 }, // on a phone what stands otherwise is in sight first
        cursor: 'pointer',
        bgcolor: how.rest ? 'transparent' : 'text.primary',
        '@media (forced-colors: active)': { outline: how.rest ? 'none' : '3px solid Highlight', outlineOffset: -4 }, // where grounds are all one
        color: how.rest ? 'text.primary' : 'background.default',
        boxShadow: open ? 'inset 0 -5px var(--mui-palette-primary-main)' : 'none',
      }}
    >
      <StandPicture kind={how.kind} />
      <span>
        <Box component="span" sx={{ ...words, display: 'block' }}>
          {how.name}
        </Box>
        <Box component="span" sx={{ ...under, display: 'block' }}>
          {how.says}
          {!how.rest && how.since ? ` since ${how.since}` : ''}
        </Box>
      </span>
    </Box>
  );
}

/** The ways a thing can stand: a tap makes it so. */
function Otherwise({ how, found, send, onDone }: { how: How; found: boolean; send: Send; onDone: () => void }) {
  const { ask, problem } = useAsk(send);
  const cautions = [...new Set(how.ways.filter((w) => w.way !== how.way).flatMap((w) => w.cautions))];
  return (
    <Box role="group" aria-label={`${how.name} stands`} sx={{ px: { xs: 1.5, md: 2.75 }, py: 1, bgcolor: 'sheet' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.25 }}>
        <Box sx={{ fontSize: 'name', fontWeight: 600 }}>
          {how.name}
          {found ? ' came' : ''}
        </Box>
        {how.ways.map((w) => (
          <Button
            key={w.way}
            disabled={w.way === how.way}
            aria-pressed={w.way === how.way}
            onClick={() => void ask('set_up', { thing: how.thing, way: w.way, ...(found ? { found } : {}) }, onDone)}
            sx={{ minHeight: 52, py: 0.5, fontSize: 'plain' }}
          >
            {w.way === how.way ? '✓ ' : ''}
            {w.says}
          </Button>
        ))}
        <Button variant="text" onClick={onDone}>
          close
        </Button>
      </Box>
      {how.why && <Box sx={{ mt: 0.5, fontSize: 'text' }}>{how.why}</Box>}
      {cautions.length > 0 && <Box sx={{ mt: 0.5, fontSize: 'text' }}>{cautions.map((c) => `⚠ ${c}`).join('  ')}</Box>}
      {problem && <Finding>{problem.detail}</Finding>}
    </Box>
  );
}
