import { byArrows } from '../parts/Toggle';
import { Zone } from '../parts/Zone';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Suspense, useEffect, useState, type ReactNode } from 'react';
import { Link, Navigate, useLocation } from 'react-router';
import type { Problem, SessionView } from '../api/client';
import { isPractice } from '../api/ids';
import { Foot, Head } from '../parts/Frame';
import { Blank } from '../parts/Blank';
import { useProblem } from '../parts/useProblem';
import { Visit } from './Visit';
import { useSession, useSigning, useTouch } from '../api/useSession';

/** Lets in who is signed in, and a guest to the one run; asks everybody else who they are. What was typed stays. */
export function Gate({ hands, children }: { hands: ReactNode; children: ReactNode }) {
  const { data, isError, isFetchedAfterMount } = useSession();
  const { pathname } = useLocation();
  const late = useLate(1_500);
  useTouch(data?.state === 'in');
  if (pathname === '/demo') return <Visit />;
  // who was here last is gone by only when the server does not say who is here now
  if (!isFetchedAfterMount && !late) return null;
  if (data?.state === 'in') return children;
  if (data?.state === 'out' && practises(pathname)) return children;
  if (data?.state === 'guest' && pathname === `/run/${data.run ?? ''}/hands`) return children;
  if (pathname === '/hands' && data && data.state !== 'locked') return <Suspense fallback={null}>{hands}</Suspense>;
  if (data?.state === 'guest') return <Navigate to={`/run/${data.run ?? ''}/hands`} replace />;
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab={data?.state === 'locked' ? 'Locked' : 'Sign in'} home={false} />
      <Box component="main" sx={{ flex: 1, px: { xs: 2, md: 5 }, py: { xs: 3, md: 6 } }}>
        {isError && !data && (
          <Box role="alert" sx={{ fontSize: 'head' }}>
            The server does not answer. This page looks again by itself.
          </Box>
        )}
        {data?.state === 'first' && <First />}
        {data?.state === 'out' && <ByPassword />}
        {data?.state === 'locked' && <ByPin session={data} />}
        {data?.state === 'out' && (
          <Box component={Link} to="/hands" sx={{ display: 'inline-block', mt: 3, py: 1.5, fontSize: 'plain', color: 'text.primary' }}>
            second hands at a run, by its code
          </Box>
        )}
        {data?.state === 'out' && (
          <Box component={Link} to="/practice" sx={{ display: 'block', py: 1.5, fontSize: 'plain', color: 'text.primary' }}>
            practise a first setting, without an account
          </Box>
        )}
      </Box>
      <Foot />
    </Box>
  );
}

/** Whether a page is open to whoever practises without an account. */
const practises = (path: string) => path === '/practice' || path.startsWith('/practice/') || isPractice(path.replace(/^\/run\//, ''));

/** False until so much time has passed. */
function useLate(ms: number): boolean {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => {
      setLate(true);
    }, ms);
    return () => {
      clearTimeout(timer);
    };
  }, [ms]);
  return late;
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
