import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, problemOf } from '../api/client';
import { newID } from '../api/ids';

/** Opens a run on a cable, or goes on with one, with the moves planned; what keeps it from opening is told. */
export function useStart() {
  const [problem, setProblem] = useState('');
  const go = useNavigate();
  const start = async (machine: string, cable: string, run?: string, plan = '') => {
    const planned = plan && `?plan=${encodeURIComponent(plan)}`;
    if (run) {
      await go(`/run/${run}${planned}`);
      return;
    }
    const answer = await api.POST('/api/v1/runs', { body: { id: newID(), machine, cable } }).catch(() => null);
    if (answer?.data) await go(`/run/${answer.data.id}${planned}`);
    else setProblem(answer ? problemOf(answer.error).detail : 'The server does not answer: try again.');
  };
  return { start, problem };
}
