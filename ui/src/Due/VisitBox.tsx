import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import type { DueList } from '../api/client';
import { usePlan } from '../api/useDue';
import { useCard } from '../api/useMachine';
import { useTimes } from '../api/useTimes';
import { Blank } from '../parts/Blank';

type Visit = DueList['visits'][number];
type Due = DueList['due'][number];

/** What one machine coming in once would do, what to bring, and the day it comes. */
export function VisitBox({ visit, due, work }: { visit: Visit; due: Due[]; work: boolean }) {
  const [day, setDay] = useState(visit.on);
  const [seen, setSeen] = useState(visit.on);
  const [refused, setRefused] = useState('');
  const plan = usePlan();
  const { log } = useCard();
  const times = useTimes();
  if (seen !== visit.on) {
    setSeen(visit.on); // it was dragged, or somebody else agreed on another
    setDay(visit.on);
  }
  const send = async (on: string) => {
    const done = await plan(visit.machine, on);
    setRefused(done.problem?.detail ?? '');
  };
  const lubricated = async (d: Due) => {
    const done = await log(visit.machine, { kind: 'lubrication', on: times.today(), cable: d.cable ?? '', says: d.bring?.[0] ?? '' });
    setRefused(done.problem?.detail ?? '');
  };
  return (
    <Box
      component="section"
      aria-label={visit.name}
      sx={{ mt: 1.5, px: 2, py: 1.25, bgcolor: 'sheet', border: '2px solid', borderColor: visit.planned ? 'text.primary' : 'divider' }}
    >
      <Box component="h2" sx={{ m: 0, fontSize: 'name', fontWeight: 600 }}>
        <Box component={Link} to={`/machine/${visit.machine}/years`} sx={{ color: 'text.primary', textDecoration: 'none' }}>
          {visit.name}
        </Box>
        {visit.planned && (
          <Box component="span" sx={{ fontWeight: 400, color: 'quiet', fontSize: 'text' }}>
            {' '}
            planned by {visit.by}
          </Box>
        )}
      </Box>
      <Box sx={{ fontSize: 'plain', fontWeight: 600 }}>{visit.says}</Box>
      <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5, fontSize: 'text' }}>
        {visit.what.map((w) => (
          <li key={w}>{w}</li>
        ))}
      </Box>
      {visit.bring.length > 0 && <Box sx={{ mt: 0.5, fontSize: 'text' }}>Bring: {visit.bring.join('; ')}.</Box>}
      {visit.with.length > 0 && <Box sx={{ mt: 0.5, fontSize: 'text', color: 'quiet' }}>Within the week too: {visit.with.join(', ')}.</Box>}
      {work &&
        due
          .filter((d) => d.kind === 'lubrication' && visit.due.includes(d.id))
          .map((d) => (
            <Button key={d.id} variant="outlined" sx={{ minHeight: 48, py: 0, mt: 1, mr: 1 }} onClick={() => void lubricated(d)}>
              Lubricated today: {d.what.split(',')[0]}
            </Button>
          ))}
      {work && (
        <Box
          component="form"
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            void send(day);
          }}
          sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'flex-start', columnGap: 1.5, mt: 0.5 }}
        >
          <Blank label={`${visit.name} comes in on`} value={day} onChange={setDay} width={190} error={refused} />
          <Button type="submit" sx={{ mt: 2.75, minHeight: 48, py: 0 }}>
            {visit.planned ? 'Move it' : 'Plan it'}
          </Button>
          {visit.planned && (
            <Button variant="text" sx={{ mt: 2.75, minHeight: 48, py: 0 }} onClick={() => void send('')}>
              take it back
            </Button>
          )}
        </Box>
      )}
    </Box>
  );
}
