import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Now } from '../Now';
import { padSide, type Aside } from '../PadSide';
import type { Send } from '../../api/useRun';
import { useWho } from '../../api/useSession';
import { useStored } from '../../stored';
import { useDelayed } from '../../useDelayed';
import type { Mine } from './Caller';
import { saidNow } from './useHands';

/** Where it is read and turned: whether the other end holds, then the pad. It is dead while nobody holds what must be held. */
export function Reader({ handle, run, partner, seq }: Mine) {
  const { view } = run;
  const who = useWho();
  const [aside, setAside] = useState<Aside>('');
  const [free, setFree] = useState(-1); // of which state of the run it is read without anybody holding
  const reading = view.advice.read;
  const onItsWay = handle.waitingCount > 0;
  const kept = useDelayed(onItsWay, 1500);
  const [states, setStates] = useStored(`draft.${run.id}.${reading?.point ?? ''}.states`);
  const call = view.ends.caller;
  const said = saidNow(partner, seq);
  const dead = (call.hold ?? false) && said !== 'holds' && free !== seq;
  const send: Send = (kind, body) =>
    handle.send(kind, said === 'holds' && partner && (kind === 'reading' || kind === 'check') ? { ...body, held_by: partner.name } : body);
  return (
    <>
      <Held partner={partner} said={said} call={call} free={free === seq} />
      {handle.told && handle.told.by !== partner?.name && (
        <Box role="status" sx={{ mt: 1, fontSize: 'text' }}>{`${handle.told.by}: ${handle.told.says}`}</Box>
      )}
      {dead && (
        <Button
          variant="text"
          sx={{ minHeight: 48 }}
          onClick={() => {
            setFree(seq);
          }}
        >
          read without waiting
        </Button>
      )}
      <Box
        inert={dead}
        sx={{
          mt: 2,
          opacity: dead ? 0.45 : 1,
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 340px' },
          gap: 3,
        }}
      >
        <Now
          run={run}
          who={who}
          send={send}
          busy={onItsWay}
          waiting={onItsWay && !kept}
          states={states}
          setStates={setStates}
          onOtherTurn={() => {
            setAside('turn');
          }}
        />
        <Box component="section" aria-label="Pad">
          {padSide({ run, send, states, setStates, aside, setAside })}
        </Box>
      </Box>
      {aside !== 'photo' && aside !== 'voice' && (
        <Button
          variant="text"
          sx={{ minHeight: 48 }}
          onClick={() => {
            setAside('photo');
          }}
        >
          photo, voice
        </Button>
      )}
    </>
  );
}

/** What the other end does now: told by its mark and its words, and loud when something let go. */
function Held({
  partner,
  said,
  call,
  free,
}: {
  partner: Mine['partner'];
  said: string;
  call: Mine['run']['view']['ends']['caller'];
  free: boolean;
}) {
  const name = partner?.name ?? '';
  const holds = said === 'holds';
  let words = partner ? `${name}: ${call.says}` : 'Nobody is at the control yet.';
  let loud = false;
  if (call.ready && holds) words = `${name} is ready, at your call: ${call.says}`;
  else if (call.hold && holds) words = `${name} holds ${call.says}`;
  else if (partner?.away) [words, loud] = [`${name} dropped out: wait, and call out`, call.hold ?? false];
  else if (call.hold && said === 'released') [words, loud] = [call.ready ? `${name} is not ready: wait` : `${name} let go: wait`, true];
  else if (call.hold && partner) words = call.ready ? `${name} is not ready yet: wait` : `${name} does not hold yet: wait`;
  else if (!call.hold && said === 'done') words = `${name}: hands are off`;
  if (free) words += ' (read without waiting)';
  return (
    <Box
      role={loud ? 'alert' : 'status'}
      sx={{
        display: 'flex',
        alignItems: 'center',
        flexWrap: 'wrap',
        gap: 1.5,
        px: 1.5,
        py: 1,
        border: loud ? '4px solid' : '2px solid',
        borderColor: loud ? 'error.main' : holds ? 'success.main' : 'text.primary',
        bgcolor: holds ? 'pale' : 'sheet',
        fontSize: loud ? 'title' : 'head',
        fontWeight: 600,
      }}
    >
      <span aria-hidden="true">{loud ? '■' : holds ? '✓' : '○'}</span>
      <Box sx={{ flex: 1 }}>{words}</Box>
      {partner && <Box sx={{ fontSize: 'fine', fontWeight: 400, color: 'quiet' }}>heard {partner.heard} s ago</Box>}
    </Box>
  );
}
