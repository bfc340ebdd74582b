import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Act, ActDone, HeldReading, RunView } from '../../api/client';
import { useActs } from '../../api/usePractice';
import { Finding } from '../../parts/Finding';
import { Elsewhere } from './Elsewhere';
import { States } from './States';
import { small } from './small';

interface Props {
  run: RunView;
  onHeld: (held: HeldReading | null) => void;
  states: string; // that are said to be so
  setStates: (s: string) => void;
}

/** In an exercise: what hands, eyes and gauges do before anything is written, and what they tell. */
export function Doing({ run, onHeld, states, setStates }: Props) {
  const { practice, view } = run;
  const [told, setTold] = useState<{ seq: number; done: ActDone } | null>(null);
  const [problem, setProblem] = useState('');
  const { act, inspect } = useActs(run.id);
  if (!practice || practice.ended) return null;
  const { advice } = view;
  const point = advice.read?.point ?? '';
  const does = async (body: Act) => {
    const { data, problem } = await act(body);
    setProblem(problem?.detail ?? '');
    if (!data) return;
    setTold({ seq: view.seq, done: data });
    if (data.reading) onHeld(data.reading);
  };
  const looks = advice.check ? (advice.check.all ?? [{ check: advice.check.check, name: '', answer: '', says: '' }]) : [];
  return (
    <Box
      component="section"
      aria-label="With your hands"
      sx={{ mt: 1.5, borderLeft: '4px solid', borderColor: 'primary.main', pl: 1.5, display: 'grid', gap: 1 }}
    >
      <Box sx={{ minHeight: 32, display: 'flex', alignItems: 'center' }}>
        {told?.seq === view.seq ? (
          <Says done={told.done} />
        ) : (
          <Box sx={{ fontSize: 'note', color: 'quiet' }}>with your hands, then say what is so</Box>
        )}
      </Box>
      {advice.read && advice.read.states.length > 0 && (
        <States
          wanted={advice.read.states}
          made={practice.made}
          said={states}
          setSaid={setStates}
          onMake={(state) => void does({ state })}
        />
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {advice.read && practice.controls.length > 0 && (
          <Controls controls={practice.controls} onPut={(at) => void does({ control: at })} />
        )}
        {advice.read && (
          <Button sx={small} onClick={() => void does({ point })}>
            hold the {advice.read.called ?? 'gauge'} to it
          </Button>
        )}
        {looks.map((l) => (
          <Button key={l.check} sx={small} onClick={() => void does({ look: l.check })}>
            {advice.check?.look ? 'look' : 'try it'}
            {l.name && `: ${l.name}`}
          </Button>
        ))}
        {practice.inspects && (
          <Button
            sx={small}
            onClick={() =>
              void inspect().then(({ problem }) => {
                setProblem(problem?.detail ?? '');
              })
            }
          >
            ask the room’s inspector
          </Button>
        )}
        <Button sx={small} onClick={() => void does({ look: 'around' })}>
          look around
        </Button>
      </Box>
      <Elsewhere practice={practice} onAct={(a) => void does(a)} />
      {problem && <Finding>{problem}</Finding>}
    </Box>
  );
}

/** What came of it, in the words of hands and eyes. */
function Says({ done }: { done: ActDone }) {
  return (
    <Box
      role="status"
      sx={{ fontSize: 'head', fontWeight: 600, lineHeight: 1.25, color: done.danger ? 'error.main' : 'text.primary', maxWidth: 620 }}
    >
      {done.danger ? '■ ' : done.done ? '' : '✕ '}
      {done.says}
      {done.figures?.map((f) => (
        <Box key={f.figure} sx={{ fontSize: 'text', fontWeight: 500 }}>
          {f.figure.replaceAll('-', ' ')}: {f.text}
        </Box>
      ))}
    </Box>
  );
}

function Controls({
  controls,
  onPut,
}: {
  controls: NonNullable<RunView['practice']>['controls'];
  onPut: (at: Record<string, never>) => void;
}) {
  return (
    <>
      {controls.map((c) => (
        <Button
          key={c.says}
          aria-pressed={c.here}
          sx={{ ...small, bgcolor: c.here ? 'pale' : 'sheet' }}
          onClick={() => {
            onPut(c.at);
          }}
        >
          {c.here ? '✓ ' : ''}
          {c.says}
        </Button>
      ))}
    </>
  );
}
