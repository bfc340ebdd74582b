import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Advice } from '../../api/client';
import type { Send } from '../../api/useRun';
import { Blank } from '../../parts/Blank';
import { Finding } from '../../parts/Finding';
import { Row, useAsk } from '../panels';
import { StandPicture } from './StandPicture';

/**
 * Changes that come together: one tap says that all of them are made, each an entry of its own. While an entry is on
 * its way the stop may be another in a moment, and nobody says of the old one that it stands so.
 */
export function StopPanel({ advice, send, waiting }: { advice: Advice; send: Send; waiting: boolean }) {
  const { ask, problem } = useAsk(send);
  const [busy, setBusy] = useState(false);
  const stop = advice.stop;
  if (!stop) return null;
  const cautions = [...new Set(stop.changes.flatMap((c) => c.cautions ?? []))];
  const all = async () => {
    setBusy(true);
    let ok = true;
    for (const c of stop.changes) {
      if (!ok) break;
      ok = false; // until it was taken
      await ask('set_up', { thing: c.thing, way: c.way }, () => {
        ok = true;
      });
    }
    setBusy(false);
  };
  return (
    <>
      <Box component="ol" aria-label="Changes" sx={{ listStyle: 'none', m: 0, mt: 1.5, p: 0, display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
        {stop.changes.map((c) => (
          <Box
            component="li"
            key={c.thing + c.way}
            sx={{ display: 'flex', alignItems: 'center', gap: 1, pr: 1.5, borderRight: '1px solid', borderColor: 'divider' }}
          >
            <StandPicture kind={c.kind} />
            <span>
              <Box component="span" sx={{ display: 'block', fontSize: 'text', fontWeight: 600, lineHeight: 1.2 }}>
                {c.name}
              </Box>
              <Box component="span" sx={{ display: 'block', fontSize: 'note', lineHeight: 1.25 }}>
                {[c.says, c.torque ? `${c.torque} Nm` : '', c.why ?? '', c.minutes ? `${c.minutes} min` : ''].filter(Boolean).join(' · ')}
              </Box>
            </span>
          </Box>
        ))}
      </Box>
      {cautions.length > 0 && (
        <Box sx={{ mt: 1.25, fontSize: 'plain', fontWeight: 500, lineHeight: 1.5 }}>
          {cautions.map((c) => (
            <Box key={c} component="span" sx={{ mr: 2, display: 'inline-block' }}>
              ⚠ {c}
            </Box>
          ))}
        </Box>
      )}
      {stop.changes.map((c) => (c.pairs ? <Two key={c.thing + c.way} change={c} /> : null))}
      <Row>
        <Button variant="contained" disabled={busy || waiting} onClick={() => void all()}>
          It stands so
        </Button>
      </Row>
      {problem && <Finding>{problem.detail}</Finding>}
      <LeaveSo changes={stop.changes.filter((c) => c.leave)} send={send} />
      {stop.then && <Box sx={{ mt: 1, fontSize: 'text', color: 'quiet' }}>Then: {stop.then}</Box>}
    </>
  );
}

/** Who does what of a change that takes two, and how one does it: folded, so that what is tapped stays in view. */
function Two({ change: c }: { change: NonNullable<Advice['stop']>['changes'][number] }) {
  return (
    <Box component="details" sx={{ mt: 1, fontSize: 'text', lineHeight: 1.35 }}>
      <Box component="summary" sx={{ minHeight: 32, cursor: 'pointer' }}>
        {c.name} {c.says}: takes two
      </Box>
      <div>Here: {c.pairs?.here}</div>
      <div>There: {c.pairs?.there}</div>
      {c.alone && (
        <div>
          Alone: {c.alone.how}. Risk: {c.alone.risk}.
        </div>
      )}
    </Box>
  );
}

/** What may be left as it stands at the end says why: the reason stands on the record. */
function LeaveSo({ changes, send }: { changes: NonNullable<Advice['stop']>['changes']; send: Send }) {
  const [why, setWhy] = useState('');
  const { ask, at, problem } = useAsk(send);
  if (changes.length === 0) return null;
  return (
    <Box component="details" sx={{ mt: 1.5 }}>
      <Box component="summary" sx={{ minHeight: 32, color: 'quiet', fontSize: 'note', cursor: 'pointer' }}>
        Leave it so, with a reason
      </Box>
      <Row>
        <Blank label="why it stays so" value={why} onChange={setWhy} error={at('why')} width={320} />
        {changes.map((c) => (
          <Button
            key={c.thing}
            onClick={() =>
              void ask('set_up', { thing: c.thing, way: c.leave ?? '', stays: true, why }, () => {
                setWhy('');
              })
            }
          >
            {c.name}: leave it so
          </Button>
        ))}
      </Row>
      {problem && !at('why') && <Finding>{problem.detail}</Finding>}
    </Box>
  );
}
