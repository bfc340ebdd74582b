import Box from '@mui/material/Box';
import { useEffect, useState } from 'react';
import { takeTicket } from '../api/demo';
import { whyNot } from '../api/ask';
import { Head } from '../parts/Frame';

/** The door of the demo workshop: the ticket of the address opens it. */
export function Visit() {
  const [refused, setRefused] = useState('');
  useEffect(() => {
    takeTicket().catch((e: unknown) => {
      setRefused(whyNot(e));
    });
  }, []);
  return (
    <>
      <Head title="Brankel" tab="Demo workshop" home={false} />
      <Box component="main" sx={{ px: { xs: 2, md: 5 }, py: { xs: 3, md: 6 }, fontSize: 'head' }}>
        {refused ? <Box role="alert">{refused}</Box> : 'One moment …'}
      </Box>
    </>
  );
}
