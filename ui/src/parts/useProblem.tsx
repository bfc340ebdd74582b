import Box from '@mui/material/Box';
import { useState, type ReactNode } from 'react';
import type { Problem } from '../api/client';

/**
 * The problem of a form's last request: `at` gives it to the blank of its field. `rest`, asked for after all blanks,
 * tells what none of them shows, so that no refusal goes unseen.
 */
export function useProblem() {
  const [problem, setProblem] = useState<Pick<Problem, 'field' | 'detail'> | null>(null);
  const asked = new Set<string>();
  const at = (...fields: string[]) => {
    for (const f of fields) asked.add(f);
    return problem && fields.includes(problem.field ?? '') ? problem.detail : '';
  };
  const rest = (): ReactNode =>
    problem && !asked.has(problem.field ?? '') ? (
      <Box role="alert" sx={{ color: 'error.main', fontWeight: 500, flexBasis: '100%' }}>
        {problem.detail}
      </Box>
    ) : null;
  return { at, rest, setProblem };
}
