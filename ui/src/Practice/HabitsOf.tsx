import Box from '@mui/material/Box';
import { useState } from 'react';
import { whyNot } from '../api/ask';
import { usePeople } from '../api/usePeople';
import { useHabitsOf } from '../api/usePractice';
import { useSession } from '../api/useSession';
import { Choose } from '../parts/Choose';
import { Finding } from '../parts/Finding';
import { HabitPlot } from './HabitPlot';

/** What each of the people is to work on, for a lead. */
export function HabitsOf() {
  const own = useSession().data?.person?.id;
  const people = (usePeople().data ?? []).filter((p) => p.id !== own);
  const [person, setPerson] = useState('');
  const { data, error } = useHabitsOf(person);
  const told = (data?.habits ?? []).filter((h) => h.kept.length > 0);
  return (
    <Box component="section" aria-label="Somebody’s habits" sx={{ mt: 3 }}>
      <Box sx={{ maxWidth: 320 }}>
        <Choose
          label="whose habits"
          value={person}
          none="nobody’s"
          options={people.map((p) => ({ id: p.id, name: p.name }))}
          onChange={setPerson}
        />
      </Box>
      {error && <Finding>{whyNot(error)}</Finding>}
      {data && told.length === 0 && (
        <Box sx={{ fontSize: 'text', color: 'quiet', mt: 0.5 }}>Nothing was practised yet, or it was forgotten.</Box>
      )}
      {told.map((h) => (
        <HabitPlot key={h.mark} habit={h} />
      ))}
    </Box>
  );
}
