import Box from '@mui/material/Box';
import { useNavigate } from 'react-router';
import { Foot, Head } from '../parts/Frame';
import { ByPin } from './SignIn';
import { useSession } from '../api/useSession';

/** Somebody else is at the bench now: a tap on the name and the PIN, then back to where the work stood. */
export function Who() {
  const { data } = useSession();
  const go = useNavigate();
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab="Who is at the bench" rooms />
      <Box component="main" sx={{ flex: 1, px: { xs: 2, md: 5 }, py: { xs: 3, md: 6 } }}>
        {data && (
          <ByPin
            key={data.person?.id ?? ''}
            session={data}
            onDone={() => {
              const came = (window.history.state as { idx?: number } | null)?.idx; // from where, in this tab
              void (came ? go(-1) : go('/'));
            }}
          />
        )}
      </Box>
      <Foot />
    </Box>
  );
}
