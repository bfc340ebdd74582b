import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import type { RunView } from '../api/client';
import { Foot } from '../parts/Frame';
import { useStored } from '../stored';
import { canSpeak, useAloud } from '../parts/aloud';
import { BackTo } from './BackTo';
import type { Send } from '../api/useRun';

const link = { minHeight: 40, fontSize: 'fine', py: 0.5, px: 0.5 };

/** The foot of a run: the caution of the moment, the way back to as found, and the way to stop for now. */
export function RunFoot({
  run,
  send,
  onTurn,
  onPhoto,
  onStop,
}: {
  run: RunView;
  send: Send;
  onTurn: () => void;
  onPhoto: () => void;
  onStop: () => void;
}) {
  const { view } = run;
  const [aloud, setAloud] = useStored('aloud');
  useAloud(aloud !== '', view);
  return (
    <Foot elsewhere>
      {view.advice.caution && <Box sx={{ fontWeight: 600, py: 0.5 }}>{view.advice.caution}</Box>}
      {view.adjusters.length > 0 && !view.signed && <BackTo view={view} send={send} link={link} />}
      {view.adjusters.length > 0 && !view.signed && view.advice.do !== 'move' && (
        <Button variant="text" sx={link} onClick={onTurn}>
          log a turn
        </Button>
      )}
      {!run.practice && (
        <Button variant="text" sx={link} onClick={onPhoto}>
          photo, voice
        </Button>
      )}
      {!view.signed && !run.practice && (
        <Button variant="text" sx={link} component={Link} to={`/run/${run.id}/hands`}>
          second hands
        </Button>
      )}
      {view.picture && (
        <Button variant="text" sx={link} component={Link} to={`/whatif?run=${run.id}`}>
          what if
        </Button>
      )}
      {!view.signed && (
        <Button variant="text" sx={link} component={Link} to={`/trouble?run=${run.id}`}>
          trouble
        </Button>
      )}
      {canSpeak() && (
        <Button
          variant="text"
          aria-pressed={aloud !== ''}
          sx={link}
          onClick={() => {
            setAloud(aloud ? '' : 'yes');
          }}
        >
          {aloud ? '✓ ' : ''}read aloud
        </Button>
      )}
      {!view.signed && (
        <Button variant="text" sx={link} onClick={onStop}>
          stop for now
        </Button>
      )}
    </Foot>
  );
}
