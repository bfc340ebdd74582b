import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { createContext, useContext, useRef, useState } from 'react';
import type { Advice, Kind, Problem } from '../api/client';
import { Finding } from '../parts/Finding';
import { useStored } from '../stored';
import { Blank } from '../parts/Blank';
import { Toggle } from '../parts/Toggle';
import type { Send } from '../api/useRun';

export const Row = ({ children }: { children: React.ReactNode }) => (
  <Box
    sx={{
      display: 'flex',
      flexWrap: 'wrap',
      alignItems: 'flex-end',
      gap: 1.5,
      mt: 2,
      '& > button': { flex: { xs: '1 1 auto', sm: '0 0 auto' } },
    }}
  >
    {children}
  </Box>
);

/** Where a problem is told that no panel shows: the screen gives one. */
export const Unseen = createContext<(detail: string) => void>(() => undefined);

/** The error of a panel's last event, by the field it names; what the panel shows nowhere is told by the screen. */
export function useAsk(send: Send) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const tell = useContext(Unseen);
  const shown = useRef<{ fields: Set<string>; all: boolean }>({ fields: new Set(), all: false });
  const ask = async (kind: Kind, body: object, then?: () => void, kept?: () => void) => {
    const now = await send(kind, body);
    if (now?.held) {
      kept?.(); // it is shown with what became of it
      return false;
    }
    setProblem(now);
    if (!now) then?.();
    const seen = shown.current.all || shown.current.fields.has(now?.field ?? '');
    tell(now && !seen ? now.detail : '');
    return !now;
  };
  const at = (field: string) => {
    shown.current.fields.add(`body.${field}`);
    return problem?.field === `body.${field}` ? problem.detail : '';
  };
  return {
    ask,
    at,
    get problem() {
      shown.current.all = true;
      return problem;
    },
  };
}

export function LockPanel({ advice, send }: { advice: Advice; send: Send }) {
  const lock = advice.lock;
  const [backOff, setBackOff] = useState(lock?.back_off ?? '');
  const [pin, setPin] = useState(false);
  const { ask, at } = useAsk(send);
  if (!lock) return null;
  return (
    <>
      {lock.most !== '0' && (
        <Row>
          <Blank
            label={`${lock.nut} backed off, part of a turn`}
            value={backOff}
            onChange={setBackOff}
            error={at('back_off')}
            width={300}
          />
        </Row>
      )}
      <Row>
        {lock.pin && (
          <Toggle
            on={pin}
            onToggle={() => {
              setPin(!pin);
            }}
          >
            {lock.pin} in
          </Toggle>
        )}
        <Button
          variant="contained"
          onClick={() => void ask('locked', { setting: lock.setting, adjuster: lock.adjuster, back_off: backOff, pin, value: 0 })}
        >
          Locked
        </Button>
      </Row>
      {at('pin') && <Finding>{at('pin')}</Finding>}
    </>
  );
}

/** Where Brankel argues and the mechanic chooses; a choice against the argument wants its reason. */
export function Choices({ advice, run, send }: { advice: Advice; run: string; send: Send }) {
  const [reason, setReason] = useStored(`draft.${run}.reason`);
  const { ask, at, problem } = useAsk(send);
  if (advice.choices.length === 0) return null;
  const why = advice.choices.find((c) => c.reason)?.reason;
  return (
    <>
      {why && (
        <Box sx={{ mt: 2, maxWidth: 560 }}>
          <Blank label={why} value={reason} onChange={setReason} error={at('reason')} />
        </Box>
      )}
      <Row>
        {advice.choices.map((c) => (
          <Button
            key={`${c.about} ${c.choice}`}
            variant={c.argued ? 'contained' : 'outlined'}
            onClick={() =>
              void ask('decided', { about: c.about, choice: c.choice, ...(c.reason ? { reason } : {}) }, () => {
                setReason('');
              })
            }
          >
            {c.label}
          </Button>
        ))}
      </Row>
      {problem && !at('reason') && <Finding>{problem.detail}</Finding>}
    </>
  );
}
