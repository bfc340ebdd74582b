import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Turn, View } from '../api/client';
import { useStored } from '../stored';
import { isPractice } from '../api/ids';
import { Clicks } from './clicks/Clicks';
import { Pad } from './Pad';
import { OneOf } from '../parts/Toggle';
import type { Send } from '../api/useRun';

/** Logs what the hand turned, which may differ from what was asked. */
export function TurnPad({
  run,
  all,
  turn,
  send,
  onDone,
}: {
  run: string;
  all: View['adjusters'];
  turn: Turn | undefined; // what was asked
  send: Send;
  onDone: () => void;
}) {
  const [turns, setTurns] = useStored(`draft.${run}.turns`);
  const [which, setWhich] = useState(turn?.adjuster ?? all[0]?.id ?? '');
  const [chosen, setChosen] = useState(turn?.way ?? 'out');
  const [error, setError] = useState('');
  const take = async () => {
    const setting = which === turn?.adjuster ? { setting: turn.setting, until: turn.until } : {};
    const problem = await send('move', { ...setting, adjuster: which, turns, way: chosen, value: 0 }, true);
    if (problem) {
      setError(problem.detail);
      return;
    }
    setTurns('');
    onDone();
  };
  const ways = all.find((a) => a.id === which) ?? all[0];
  if (!ways) return null;
  const unit = ways.unit ?? 'turn';
  return (
    <Pad
      label={`${unit}s of the ${ways.name} that were made`}
      value={turns}
      onChange={(t) => {
        setTurns(t);
        setError('');
      }}
      onTake={() => void take()}
      vulgar
      unit={<span>{unit}s</span>}
      says=""
      error={error}
      take={ways.unit ? 'Log it' : 'Log the turns'}
      ready={turns !== ''}
      above={
        <>
          {all.length > 1 && <OneOf label="which adjuster" options={all} value={which} onChange={setWhich} />}
          <OneOf
            label="which way"
            options={[
              { id: 'out', name: ways.out },
              { id: 'in', name: ways.in },
            ]}
            value={chosen}
            onChange={setChosen}
          />
        </>
      }
    >
      {ways.unit && !isPractice(run) && <Clicks run={run} onCount={setTurns} />}
      <Button type="button" variant="text" onClick={onDone}>
        Nothing was turned
      </Button>
    </Pad>
  );
}
