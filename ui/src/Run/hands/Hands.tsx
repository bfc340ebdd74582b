import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { Finding } from '../../parts/Finding';
import { Foot, Head } from '../../parts/Frame';
import { NotTaken } from '../../parts/NotTaken';
import { RailStrip } from '../Rail';
import { ClashPanel, Kept, Notice } from '../notices';
import { Unseen } from '../panels';
import { Stands } from '../stands/Stands';
import { useRun } from '../../api/useRun';
import { useSession } from '../../api/useSession';
import { useStored } from '../../stored';
import { useDelayed } from '../../useDelayed';
import { deviceID } from '../../api/ids';
import type { Hands } from '../../api/client';
import { Caller } from './Caller';
import { Joining } from './Joining';
import { Reader } from './Reader';
import { other, partnerOf, useHandHere, useHands, type Place } from './useHands';

/** The run as a phone at one end of the cable shows it: the one word, or the pad, and what the other end says. */
export function HandsScreen() {
  const { id = '' } = useParams();
  const session = useSession().data;
  const who = session?.person?.name ?? '';
  const handle = useRun(id, who);
  const hands = useHands(id);
  const [kept, setPlace] = useStored(`hands.${id}`);
  const place: Place = kept === 'caller' || kept === 'reader' ? kept : '';
  const seq = handle.run?.view.seq ?? 0;
  const [said, setSaid] = useStored(`said.${id}`); // of the run as it stood
  const says = said.startsWith(`${seq} `) ? said.slice(`${seq} `.length) : '';
  useHandHere(id, place, says, seq);
  useSwap(hands, place, setPlace);
  const say = (what: string) => {
    setSaid(what ? `${seq} ${what}` : '');
  };
  const run = handle.run;
  const [unseen, setUnseen] = useState('');
  const slow = useDelayed(handle.waitingCount > 0, 1500) && handle.waitingCount > 0;
  const partner = partnerOf(hands, place);
  const mine = { handle, run, who, place, partner, hands, seq, says, say };
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title={run ? `${run.machine} · ${run.cable}` : 'Brankel'} tab="Second hands" home={session?.state !== 'guest'} />
      {run && place !== '' && <Stands view={run.view} send={handle.send} />}
      {run && place !== '' && <RailStrip steps={run.view.steps} because={run.view.because} />}
      <Box
        component="main"
        sx={{ flex: 1, width: '100%', maxWidth: place === 'reader' ? 1100 : 640, mx: 'auto', px: 2, py: 2, boxSizing: 'border-box' }}
      >
        {handle.missing && <Finding>{handle.missing}</Finding>}
        {handle.notice && <Notice text={handle.notice} onClose={handle.clearNotice} />}
        {handle.clash && <ClashPanel clash={handle.clash} settle={handle.settle} />}
        {unseen && <Finding>{unseen}</Finding>}
        <NotTaken run={id} list={handle.notTaken} who={who} newest={session?.state === 'in'} />
        {slow && !handle.clash && <Kept list={handle.waiting} why={handle.waitingFor} />}
        {run && place === '' && <Joining run={run} hands={hands} guest={session?.state === 'guest'} setPlace={setPlace} />}
        <Unseen value={setUnseen}>
          {run && place === 'caller' && <Caller {...mine} run={run} />}
          {run && place === 'reader' && <Reader {...mine} run={run} />}
        </Unseen>
      </Box>
      <Foot>
        {run?.view.advice.caution && <Box sx={{ fontWeight: 600, py: 0.5 }}>{run.view.advice.caution}</Box>}
        {place !== '' && (
          <>
            <Button
              variant="text"
              sx={{ minHeight: 48, fontSize: 'fine', px: 0.75 }}
              onClick={() => {
                setPlace(other(place));
              }}
            >
              change ends
            </Button>
            <Button
              variant="text"
              sx={{ minHeight: 48, fontSize: 'fine', px: 0.75 }}
              onClick={() => {
                setPlace('');
              }}
            >
              who is here
            </Button>
          </>
        )}
      </Foot>
    </Box>
  );
}

/** Whoever comes to the end where this device stood sends it to the other one. */
function useSwap(hands: Hands, place: Place, setPlace: (p: string) => void) {
  const was = useRef<Map<string, string> | null>(null);
  useEffect(() => {
    const before = was.current;
    was.current = new Map(hands.here.map((h) => [h.device, h.place]));
    if (!before || place === '') return;
    const came = hands.here.some(
      (h) => h.device !== deviceID() && !h.away && h.place === place && before.has(h.device) && before.get(h.device) === other(place),
    );
    if (came) setPlace(other(place));
    // only news of the others counts
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [hands]);
}
