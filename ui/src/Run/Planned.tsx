import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useSearchParams } from 'react-router';
import type { RunView } from '../api/client';
import { Finding } from '../parts/Finding';
import { useAsk } from './panels';
import type { Send } from '../api/useRun';

interface Planned {
  adjuster: string;
  turns: string;
  way: 'out' | 'in';
}

/** The moves of a plan in the address: adjuster, turns and way, one after another. */
export const plannedIn = (text: string): Planned[] =>
  text.split(',').flatMap((one) => {
    const [adjuster = '', turns = '', way] = one.split(':');
    return adjuster && Number(turns) > 0 && (way === 'out' || way === 'in') ? [{ adjuster, turns, way }] : [];
  });

/** What was tried in What if, as moves: each is logged when it is turned, and proved by reading like any other. */
export function PlanPanel({ run, send }: { run: RunView; send: Send }) {
  const [params, setParams] = useSearchParams();
  const { ask, problem } = useAsk(send);
  const moves = plannedIn(params.get('plan') ?? '').filter((m) => run.view.adjusters.some((a) => a.id === m.adjuster));
  if (moves.length === 0) return null;
  const keep = (left: Planned[]) => {
    setParams(left.length > 0 ? { plan: left.map((m) => `${m.adjuster}:${m.turns}:${m.way}`).join(',') } : {}, { replace: true });
  };
  return (
    <Box
      component="section"
      aria-label="Planned"
      sx={{ mb: 2, p: 1.5, bgcolor: 'sheet', borderLeft: '8px solid', borderColor: 'primary.main' }}
    >
      <Box sx={{ fontSize: 'plain', fontWeight: 600 }}>Planned in What if. Each is read after it is turned.</Box>
      {moves.map((m) => {
        const a = run.view.adjusters.find((one) => one.id === m.adjuster);
        const says = a && `${a.name}: ${m.turns} ${a.unit ?? 'turns'} ${m.way === 'out' ? a.out : a.in}`;
        return (
          <Box key={m.adjuster} sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5, mt: 1, fontSize: 'plain' }}>
            <span>{says}</span>
            <Button
              aria-label={`${says ?? ''}: turned`}
              onClick={() =>
                void ask('move', { adjuster: m.adjuster, turns: m.turns, way: m.way }, () => {
                  keep(moves.filter((one) => one !== m));
                })
              }
            >
              Turned
            </Button>
          </Box>
        );
      })}
      {problem && <Finding>{problem.detail}</Finding>}
      <Button
        variant="text"
        onClick={() => {
          keep([]);
        }}
      >
        drop the plan
      </Button>
    </Box>
  );
}
