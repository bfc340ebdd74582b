import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Todo, View } from '../api/client';
import { useStored } from '../stored';
import { Pad } from './Pad';
import { TodoPanel } from './panels';
import { OneOf } from './Toggle';
import type { Send } from './useRun';

/** Logs what the hand turned, which may differ from what was asked. */
export function TurnPad({
  run,
  ways,
  way,
  safe,
  send,
  onDone,
}: {
  run: string;
  safe: Todo[]; // what is missing before anything is turned
  ways: NonNullable<View['adjuster']>;
  way: string;
  send: Send;
  onDone: () => void;
}) {
  const [turns, setTurns] = useStored(`draft.${run}.turns`);
  const [chosen, setChosen] = useState(way);
  const [error, setError] = useState('');
  const take = async () => {
    const problem = await send('move', { adjuster: ways.id, turns, way: chosen, value: 0 });
    if (problem) {
      setError(problem.detail);
      return;
    }
    setTurns('');
    onDone();
  };
  if (safe.length > 0)
    return (
      <Box>
        <Box sx={{ fontSize: 20, fontWeight: 600 }}>Make it safe before anything is turned.</Box>
        <TodoPanel things={safe} send={send} />
        <Button type="button" variant="text" onClick={onDone}>
          Nothing is to be turned
        </Button>
      </Box>
    );
  return (
    <Pad
      label={`turns of the ${ways.name} that were made`}
      value={turns}
      onChange={(t) => {
        setTurns(t);
        setError('');
      }}
      onTake={() => void take()}
      vulgar
      unit={<span>turns</span>}
      says=""
      error={error}
      take="Log the turns"
      ready={turns !== ''}
      above={
        <OneOf
          label="which way"
          options={[
            { id: 'out', name: ways.out },
            { id: 'in', name: ways.in },
          ]}
          value={chosen}
          onChange={setChosen}
        />
      }
    >
      <Button type="button" variant="text" onClick={onDone}>
        Nothing was turned
      </Button>
    </Pad>
  );
}
