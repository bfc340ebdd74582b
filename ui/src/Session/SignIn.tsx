import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import type { Problem, SessionView } from '../api/client';
import { useSigning } from '../api/useSession';
import { Blank } from '../parts/Blank';
import { byArrows } from '../parts/Toggle';
import { useProblem } from '../parts/useProblem';
import { Zone } from '../parts/Zone';

/** Asks who is at the bench, by whatever this device knows of them. */
export function SignIn({ session }: { session: SessionView }) {
  if (session.state === 'first') return <First />;
  return session.state === 'locked' ? <ByPin session={session} /> : <ByPassword />;
}

const Title = ({ children }: { children: ReactNode }) => (
  <Box component="h2" sx={{ m: 0, mb: 1, fontSize: 'large', fontWeight: 600, lineHeight: 1.15 }}>
    {children}
  </Box>
);
const Form = ({ onSubmit, children }: { onSubmit: () => void; children: ReactNode }) => (
  <Box
    component="form"
    noValidate
    onSubmit={(e) => {
      e.preventDefault();
      onSubmit();
    }}
    sx={{ display: 'flex', flexDirection: 'column', alignItems: 'flex-start', gap: 2, mt: 2 }}
  >
    {children}
  </Box>
);

function useRefused() {
  const { at, rest, setProblem } = useProblem();
  const ask = async (call: Promise<Problem | null>) => {
    setProblem(await call);
  };
  return { at, rest, ask };
}

/** Name and password, on a device where nobody was before. */
function ByPassword() {
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const { at, rest, ask } = useRefused();
  const { signIn } = useSigning();
  return (
    <>
      <Title>Who is at the bench?</Title>
      <Form onSubmit={() => void ask(signIn(name, password))}>
        <Blank label="your name" value={name} onChange={setName} width={320} autoFocus />
        <Blank label="your password" value={password} onChange={setPassword} width={320} secret error={at('password', 'session', '')} />
        {rest()}
        <Button type="submit" variant="contained">
          Sign in
        </Button>
      </Form>
    </>
  );
}

/** The very first start: the lead's account. */
function First() {
  const [name, setName] = useState('');
  const [zone, setZone] = useState(Intl.DateTimeFormat().resolvedOptions().timeZone);
  const [password, setPassword] = useState('');
  const { at, rest, ask } = useRefused();
  const { first } = useSigning();
  return (
    <>
      <Title>The first account is the lead’s.</Title>
      <Box sx={{ fontSize: 'name', maxWidth: 560 }}>The lead lets the others in and looks after sheets, machines and gauges.</Box>
      <Form onSubmit={() => void ask(first(name, password, zone))}>
        <Blank label="your name" value={name} onChange={setName} width={320} autoFocus error={at('name')} />
        <Blank
          label="a password of at least 10 letters"
          value={password}
          onChange={setPassword}
          width={320}
          secret
          error={at('password', '')}
        />
        <Zone value={zone} onChange={setZone} error={at('zone')} />
        {rest()}
        <Button type="submit" variant="contained">
          Begin
        </Button>
      </Form>
    </>
  );
}

/** A colleague's device, or one's own after a while: a tap on the name, then the PIN. */
export function ByPin({ session, onDone }: { session: SessionView; onDone?: () => void }) {
  const [person, setPerson] = useState(session.person?.pin ? session.person.id : '');
  const [pin, setPin] = useState('');
  const [byPassword, setByPassword] = useState(false);
  const { at, rest, ask } = useRefused();
  const { switchTo, out, outEverywhere } = useSigning();
  if (byPassword) return <ByPassword />;
  const here = Math.max(
    0,
    session.people.findIndex((p) => p.id === person),
  );
  const go = async () => {
    const problem = await switchTo(person, pin);
    setPin('');
    if (!problem) onDone?.();
    return problem;
  };
  return (
    <>
      <Title>{session.state === 'locked' ? `Nobody was here for a while.` : 'Who is at the bench now?'}</Title>
      <Box
        role="radiogroup"
        aria-label="name"
        onKeyDown={byArrows(here, session.people.length, (i) => {
          setPerson(session.people[i]?.id ?? person);
        })}
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 2 }}
      >
        {session.people.map((p, i) => (
          <Button
            key={p.id}
            role="radio"
            tabIndex={i === here ? 0 : -1}
            aria-checked={p.id === person}
            variant={p.id === person ? 'contained' : 'outlined'}
            onClick={() => {
              setPerson(p.id);
            }}
          >
            {p.name}
          </Button>
        ))}
      </Box>
      <Form onSubmit={() => void ask(go())}>
        <Blank label="PIN" value={pin} onChange={setPin} width={200} secret figures autoFocus error={at('pin', 'session', '')} />
        {rest()}
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
          <Button type="submit" variant="contained">
            {session.state === 'locked' ? 'Open' : 'Switch'}
          </Button>
          {onDone && <Button onClick={onDone}>Stay {session.person?.name ?? ''}</Button>}
        </Box>
      </Form>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 3, ml: -1.25 }}>
        <Button
          variant="text"
          onClick={() => {
            setByPassword(true);
          }}
        >
          by password
        </Button>
        <Button variant="text" onClick={() => void ask(out())}>
          sign out
        </Button>
        {session.state === 'in' && (
          <Button variant="text" onClick={() => void ask(outEverywhere())}>
            sign out on every device
          </Button>
        )}
      </Box>
    </>
  );
}
