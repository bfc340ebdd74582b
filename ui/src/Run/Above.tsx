import { Finding } from '../parts/Finding';
import { NotTaken } from '../parts/NotTaken';
import type { RunView } from '../api/client';
import type { RunHandle, Send } from '../api/useRun';
import { Here } from './hands/Here';
import { Interrupted } from './Interrupted';
import { ClashPanel, Kept, Notice, StopForNow, TheyDid } from './notices';

interface Props {
  handle: RunHandle;
  run: RunView;
  who: string;
  send: Send;
  stopping: boolean;
  onStopped: () => void;
  back: boolean; // it was interrupted
  onGoOn: () => void;
  unseen: string;
  slow: boolean; // an entry waits for longer than a moment
}

/** What stands above the one thing to do: whatever may arrive meanwhile, so that it does not move under the thumb. */
export function Above({ handle, run, who, send, stopping, onStopped, back, onGoOn, unseen, slow }: Props) {
  const { view } = run;
  return (
    <>
      {stopping && <StopForNow send={send} onClose={onStopped} />}
      {view.broken && <Finding>{view.broken}</Finding>}
      {back && <Interrupted view={view} onGoOn={onGoOn} />}
      {!run.practice && <Here run={run.id} seq={view.seq} />}
      {handle.told && <TheyDid told={handle.told} />}
      {handle.notice && <Notice text={handle.notice} onClose={handle.clearNotice} />}
      {handle.clash && <ClashPanel clash={handle.clash} settle={handle.settle} />}
      {unseen && <Finding>{unseen}</Finding>}
      <NotTaken run={run.id} list={handle.notTaken} who={who} newest />
      {slow && !handle.clash && <Kept list={handle.waiting} why={handle.waitingFor} />}
    </>
  );
}
