import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { TroubleNext, TroubleView } from '../api/client';
import { Blank } from '../parts/Blank';
import { canSpeak, spoken } from '../parts/aloud';
import { answered } from './answered';
import { Expects } from './Expects';

/** The answers of a test, each a tap. */
export function Answers({ test, answer }: { test: TroubleNext; answer: (test: string, text: string) => void }) {
  return (
    <Box role="group" aria-label={test.asks} sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
      {test.answers.map((a) => (
        <Button
          key={a.id}
          sx={{ minHeight: 48, px: 2, py: 0.5, fontSize: 'plain', flex: '1 1 auto' }}
          onClick={() => {
            answer(test.test, a.id);
          }}
        >
          {a.says}
        </Button>
      ))}
    </Box>
  );
}

/** The next thing to look at: what it takes, what each cause would answer, and the taps. */
export function NextTest({
  view,
  at,
  done,
  standAt,
  answer,
  skip,
}: {
  view: TroubleView;
  done: boolean; // it was answered just now: the next is on its way
  at: Record<string, number>;
  standAt: (name: string, value: string) => void;
  answer: (test: string, text: string) => void;
  skip: (test: string) => void;
}) {
  const next = view.next;
  const said = `${next?.asks ?? ''}. ${next?.how ?? ''}.`;
  const speak = () => {
    speechSynthesis.cancel();
    speechSynthesis.speak(new SpeechSynthesisUtterance(spoken(`${said} ${next?.answers.map((a) => a.says).join(', or ') ?? ''}?`)));
  };
  if (!next)
    return (
      <Box component="section" aria-label="The next test">
        <Box component="h2" sx={{ m: 0, fontSize: 'head', fontWeight: 600 }}>
          {view.done}
        </Box>
      </Box>
    );
  return (
    <Box component="section" aria-label="The next test" aria-busy={done} sx={done ? answered : {}}>
      <Box sx={{ fontSize: 'note', color: 'quiet' }}>{done ? 'answered' : 'the next test'}</Box>
      <Box component="h2" sx={{ m: 0, fontSize: 'title', lineHeight: 1.2, fontWeight: 600, color: 'primary.main' }}>
        {next.asks}
      </Box>
      {next.how && <Box sx={{ mt: 0.5, fontSize: 'name', fontWeight: 600 }}>{next.how}</Box>}
      <Box sx={{ color: 'quiet', mt: 0.75 }}>{next.takes}</Box>
      <Expects next={next} view={view} />
      {next.window?.at && <Over key={next.window.at} name={next.window.at} says={next.window.over ?? ''} at={at} standAt={standAt} />}
      <Box sx={{ mt: 1.5 }}>
        <Answers test={next} answer={answer} />
      </Box>
      {next.window && <Value key={next.test} test={next} unit={next.window.unit} answer={answer} />}
      <Box sx={{ display: 'flex', gap: 1.5, mt: 0.5, ml: -1 }}>
        <Button
          variant="text"
          onClick={() => {
            skip(next.test);
          }}
        >
          cannot look now
        </Button>
        {canSpeak() && (
          <Button variant="text" onClick={speak}>
            read aloud
          </Button>
        )}
      </Box>
    </Box>
  );
}

/** A value tells more than low or high. */
function Value({ test, unit, answer }: { test: TroubleNext; unit: string; answer: (test: string, text: string) => void }) {
  const [text, setText] = useState('');
  const value = Number(text.replace(',', '.'));
  const wrong = text !== '' && !Number.isFinite(value);
  return (
    <Box sx={{ display: 'flex', alignItems: 'flex-end', gap: 1, mt: 1 }}>
      <Blank
        label={`or what it reads${unit ? `, ${unit}` : ''}`}
        value={text}
        onChange={setText}
        width={170}
        figures
        error={wrong ? 'write a number' : ''}
      />
      <Button
        disabled={text === '' || wrong}
        sx={{ minHeight: 52, px: 2 }}
        onClick={() => {
          answer(test.test, `~${value}`);
        }}
      >
        Take it
      </Button>
    </Box>
  );
}

/** What the window of a reading lies over: the air. It moves the window, and what was read with it. */
function Over({
  name,
  says,
  at,
  standAt,
}: {
  name: string;
  says: string;
  at: Record<string, number>;
  standAt: (name: string, value: string) => void;
}) {
  const [text, setText] = useState(at[name] === undefined ? '' : String(at[name]));
  const wrong = text !== '' && !Number.isFinite(Number(text.replace(',', '.')));
  return (
    <Box sx={{ mt: 1 }}>
      <Blank
        label={says}
        value={text}
        onChange={(value) => {
          setText(value);
          const number = Number(value.replace(',', '.'));
          if (Number.isFinite(number)) standAt(name, value.trim() === '' ? '' : String(number));
        }}
        width={220}
        figures
        error={wrong ? 'write a number' : ''}
      />
    </Box>
  );
}
