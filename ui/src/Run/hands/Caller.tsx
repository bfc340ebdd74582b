import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useRef } from 'react';
import type { RunView } from '../../api/client';
import { Control } from '../../parts/line/Control';
import { RuleView } from '../../parts/RuleView';
import { Finding } from '../../parts/Finding';
import { useAsk } from '../panels';
import { sound } from '../../parts/tones';
import type { RunHandle } from '../../api/useRun';
import { partnerOf } from './useHands';
import { usePressed } from './usePressed';

export interface Mine {
  handle: RunHandle;
  run: RunView;
  partner: ReturnType<typeof partnerOf>;
  seq: number;
  says: string; // by this device, of the run as it stands
  say: (what: string) => void;
}

/** At the control: one word to be seen from afar, the lever, and what the other end read last. */
export function Caller({ handle, run, partner, says, say }: Mine) {
  const { view } = run;
  const call = view.ends.caller;
  const last = view.readings.filter((r) => r.name === view.advice.read?.name).at(-1) ?? view.readings.at(-1);
  const rule = view.rules.find((r) => r.id === view.advice.read?.point) ?? view.rules.find((r) => r.marks.length > 0);
  const holds = says === 'holds';
  useTold(call.word);
  return (
    <>
      <Box
        component="h2"
        sx={{
          m: 0,
          fontWeight: 700,
          lineHeight: 1,
          letterSpacing: '-0.01em',
          fontSize: call.word.length > 6 ? { xs: 'cry', sm: 'call' } : { xs: 'call', sm: 'afar' },
          color: call.hold ? 'primary.main' : 'text.primary',
        }}
      >
        {call.word}
      </Box>
      <Box sx={{ fontSize: 'title', fontWeight: 600, mt: 0.5 }}>
        {call.says}
        {call.ready ? ', when the other end calls' : ''}
      </Box>
      {holds && call.hold && (
        <Box sx={{ fontSize: 'plain', color: 'primary.main', fontWeight: 600 }}>
          {call.ready ? 'wait for the call' : 'keep it there until the word changes'}
        </Box>
      )}
      {view.line && call.hold && !call.ready && (
        <Box component="svg" viewBox="0 0 360 170" aria-hidden="true" sx={{ display: 'block', width: '100%', maxWidth: 420, mt: 1 }}>
          <Control line={view.line} x={180} y={135} r={92} beside={false} />
        </Box>
      )}
      <Box sx={{ mt: 1.5 }}>
        <Tap call={call} view={view} says={says} say={say} handle={handle} />
      </Box>
      <Box component="section" aria-label="The other end" sx={{ mt: 2, pt: 1.5, borderTop: '1px solid', borderColor: 'divider' }}>
        <Box sx={{ fontSize: 'name', fontWeight: 600 }}>{otherEnd(partner, view)}</Box>
        {handle.told && <Box sx={{ fontSize: 'plain' }}>{`${handle.told.by}: ${handle.told.says}`}</Box>}
        {last && (
          <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mt: 0.5 }}>
            <Box sx={{ flex: 1, fontSize: 'text', color: 'quiet' }}>last reading, {last.name}</Box>
            <Box sx={{ fontSize: 'large', fontWeight: 600, whiteSpace: 'nowrap' }}>{last.text}</Box>
          </Box>
        )}
        {rule && <RuleView rule={rule} small />}
      </Box>
    </>
  );
}

function otherEnd(partner: Mine['partner'], view: RunView['view']): string {
  if (!partner) return 'Nobody is at the other end yet.';
  if (partner.away) return `${partner.name} was last heard ${partner.heard} s ago: call out before you go on.`;
  const does: Record<string, string> = { READ: 'reads', TRY: 'tries it', LOCK: 'locks it', WAIT: 'waits', 'SET UP': 'sets it up' };
  const word = view.ends.reader.word;
  return `${partner.name} ${does[word] ?? (word.startsWith('TURN') ? 'turns' : 'works')} at the other end`;
}

/** What the caller taps: holding, letting go (held for half a second, so that no sleeve does it), or done. */
function Tap({
  call,
  view,
  says,
  say,
  handle,
}: {
  call: RunView['view']['ends']['caller'];
  view: RunView['view'];
  says: string;
  say: (what: string) => void;
  handle: RunHandle;
}) {
  const { ask, problem } = useAsk(handle.send);
  const big = { width: '100%', minHeight: 72, fontSize: 'title' };
  const press = usePressed(() => {
    say('released');
  });
  if (view.advice.do === 'settle' && view.advice.settle) {
    const settle = view.advice.settle;
    return (
      <>
        <Button variant="contained" sx={big} onClick={() => void ask('settled', settle)}>
          Done, {settle.times} times
        </Button>
        {problem && <Finding>{problem.detail}</Finding>}
      </>
    );
  }
  if (call.hold && says === 'holds')
    return (
      <Button key="let go" sx={big} {...press}>
        {call.ready ? 'Not ready after all: press and stay' : 'Let go: press and stay'}
      </Button>
    );
  if (call.hold)
    return (
      <Button
        key="hold" // another button than the one that let go: lifting the finger there must not take hold again
        variant="contained"
        sx={big}
        onClick={() => {
          say('holds');
        }}
      >
        {call.ready ? 'I am ready' : 'I hold it'}
      </Button>
    );
  if (says === 'done') return <Box sx={{ fontSize: 'name', fontWeight: 600, color: 'success.main' }}>✓ hands off</Box>;
  return (
    <Button
      variant="contained"
      sx={big}
      onClick={() => {
        say('done');
      }}
    >
      My hands are off
    </Button>
  );
}

/** A new word is heard and felt, where the phone can. */
function useTold(word: string) {
  const was = useRef(word);
  useEffect(() => {
    if (was.current === word) return;
    was.current = word;
    if (word !== 'HOLD' && word !== 'RELEASE') return;
    sound(word === 'HOLD' ? 'hold' : 'release');
    if ('vibrate' in navigator) navigator.vibrate(word === 'HOLD' ? [400] : [120, 80, 120]);
  }, [word]);
}
