import Box from '@mui/material/Box';
import { lazy, Suspense, useEffect, useState, type ReactNode } from 'react';
import { Link, Navigate, useLocation } from 'react-router';
import { isPractice } from '../api/ids';
import { Foot, Head } from '../parts/Frame';
import { Visit } from './Visit';
import { useSession, useTouch } from '../api/useSession';

// whoever is signed in does not load what asks who they are
const SignIn = lazy(() => import('./SignIn').then((m) => ({ default: m.SignIn })));

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
        {data && (
          <Suspense fallback={null}>
            <SignIn session={data} />
          </Suspense>
        )}
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
