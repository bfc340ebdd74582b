import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type RunView } from '../api/client';
import { useChange } from '../api/ask';
import { newID } from '../api/ids';

/** Opens a run on a cable, or goes on with one, with the moves planned; what keeps it from opening is told. */
export function useStart() {
  const [problem, setProblem] = useState('');
  const go = useNavigate();
  const change = useChange<RunView>();
  const start = async (machine: string, cable: string, run?: string, plan = '') => {
    const planned = plan && `?plan=${encodeURIComponent(plan)}`;
    if (run) {
      await go(`/run/${run}${planned}`);
      return;
    }
    const { data, problem } = await change(() => api.POST('/api/v1/runs', { body: { id: newID(), machine, cable } }));
    setProblem(problem?.detail ?? '');
    if (data) await go(`/run/${data.id}${planned}`);
  };
  return { start, problem };
}
