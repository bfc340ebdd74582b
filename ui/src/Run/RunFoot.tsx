import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { RunView } from '../api/client';
import { Foot } from '../parts/Frame';
import { useStored } from '../stored';
import { canSpeak, useAloud } from './aloud';
import { useAsk } from './panels';
import type { Send } from './useRun';

const link = { minHeight: 40, fontSize: 15, py: 0.5 };

/** The foot of a run: the caution of the moment, the way back to as found, and the way to stop for now. */
export function RunFoot({ run, send, onTurn, onStop }: { run: RunView; send: Send; onTurn: () => void; onStop: () => void }) {
  const { view } = run;
  const [undoing, setUndoing] = useState(false);
  const { ask, problem } = useAsk(send);
  const [aloud, setAloud] = useStored('aloud');
  useAloud(aloud !== '', view);
  const back = view.back;
  return (
    <Foot>
      {view.advice.caution && <Box sx={{ fontWeight: 600, py: 0.5 }}>{view.advice.caution}</Box>}
      {back &&
        !view.signed &&
        (undoing ? (
          <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
            <Box sx={{ fontWeight: 600 }}>
              Turn the {view.adjuster?.name} {back.says}.
            </Box>
            {problem && (
              <Box role="alert" sx={{ flexBasis: '100%', fontWeight: 600, color: 'error.main' }}>
                {problem.detail}
              </Box>
            )}
            <Button
              sx={link}
              onClick={() =>
                void ask('move', { adjuster: back.adjuster, turns: back.turns, way: back.way, value: 0 }, () => {
                  setUndoing(false);
                })
              }
            >
              Turned back
            </Button>
            <Button
              variant="text"
              sx={link}
              onClick={() => {
                setUndoing(false);
              }}
            >
              leave it
            </Button>
          </Box>
        ) : (
          <Button
            variant="text"
            sx={link}
            onClick={() => {
              setUndoing(true);
            }}
          >
            back to as found: {back.says}
          </Button>
        ))}
      {!back && view.adjuster && !view.signed && <Box sx={{ color: 'quiet' }}>back to as found: nothing turned</Box>}
      {view.adjuster && !view.signed && view.advice.do !== 'move' && (
        <Button variant="text" sx={link} onClick={onTurn}>
          log a turn
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
