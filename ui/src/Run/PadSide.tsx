import type { ReactNode } from 'react';
import type { HeldReading, RunView } from '../api/client';
import { PhotoPanel } from './PhotoPanel';
import { ReadPad } from './ReadPad';
import { TurnPad } from './TurnPad';
import { VoicePanel } from './VoicePanel';
import type { Send } from '../api/useRun';

/** What stands beside the work by choice: a turn to log, a photo to take, a voice note to say, or what is asked for. */
export type Aside = '' | 'turn' | 'photo' | 'voice';

interface Props {
  run: RunView;
  send: Send;
  states: string;
  setStates: (s: string) => void;
  aside: Aside;
  setAside: (a: Aside) => void;
  held?: HeldReading | null;
}

/** The pad beside the work; null when nothing is to be entered there. */
export function padSide({ run, send, states, setStates, aside, setAside, held = null }: Props): ReactNode {
  const { view } = run;
  const done = () => {
    setAside('');
  };
  const reading = view.advice.read;
  if (aside === 'voice') return <VoicePanel run={run} send={send} onDone={done} />;
  if (aside === 'photo')
    return (
      <PhotoPanel
        run={run}
        send={send}
        onDone={done}
        onVoice={() => {
          setAside('voice');
        }}
      />
    );
  if (aside === 'turn' && view.adjusters.length > 0)
    return <TurnPad run={run.id} all={view.adjusters} turn={view.advice.move} send={send} onDone={done} />;
  if (!reading) return null;
  return (
    <ReadPad
      key={reading.point + String(view.seq)}
      run={run.id}
      want={reading}
      gauges={run.gauges}
      doubts={run.doubts}
      send={send}
      states={states}
      setStates={setStates}
      held={held}
    />
  );
}
