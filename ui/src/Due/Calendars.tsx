import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useCalendarChange, useCalendars } from '../api/useDue';
import { Finding } from '../parts/Finding';

/** Taken along by any calendar: as a file, or read by itself from a secret address that can be revoked. */
export function Calendars({ manage }: { manage: boolean }) {
  const open = useCalendars(manage).data ?? [];
  const { make, revoke } = useCalendarChange();
  const [secret, setSecret] = useState('');
  const [refused, setRefused] = useState('');
  const add = async () => {
    const done = await make();
    setRefused(done.problem?.detail ?? '');
    setSecret(done.data?.secret ?? '');
  };
  return (
    <Box component="section" aria-label="Calendar" sx={{ mt: 2.5, fontSize: 'text' }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'plain', fontWeight: 600 }}>
        In your calendar
      </Box>
      <a href="/api/v1/due.ics" style={{ color: 'inherit', display: 'inline-block', padding: '12px 0' }}>
        as a file (iCalendar)
      </a>
      {manage && (
        <>
          <Box>
            <Button sx={{ minHeight: 48, py: 0 }} onClick={() => void add()}>
              A secret address that calendars read by themselves
            </Button>
          </Box>
          {secret && (
            <Box role="status" sx={{ mt: 1, px: 2, py: 1.25, bgcolor: 'sheet', overflowWrap: 'anywhere' }}>
              Give this address to your calendar now; it is shown once. Whoever has it reads what comes due, and nothing else:
              <Box sx={{ fontWeight: 600 }}>{`${window.location.origin}/api/v1/calendar/${secret}`}</Box>
            </Box>
          )}
          {refused && <Finding>{refused}</Finding>}
          {open.map((c) => (
            <Box key={c.id} sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2 }}>
              given by {c.by} on {c.made}
              <Button variant="text" sx={{ minHeight: 48 }} onClick={() => void revoke(c.id)}>
                revoke it
              </Button>
            </Box>
          ))}
        </>
      )}
    </Box>
  );
}
