import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { api, answered, type RunView } from '../api/client';
import { Finding } from '../parts/Finding';
import { useStored } from '../stored';
import { Row, useAsk } from './panels';
import type { Send } from '../api/useRun';
import { keys } from '../api/keys';

const adjustmentOnly = 'adjustment only';

/** The signature, with what was wrong: it tells the next one where to look first. */
export function SignPanel({ run, who, send, blocked }: { run: RunView; who: string; send: Send; blocked: boolean }) {
  const { ask, problem } = useAsk(send);
  const [cause, setCause] = useStored(`draft.${run.id}.cause`, run.view.trouble?.cause ?? '');
  const { data } = useQuery({
    queryKey: keys.troubleBegin({ run: run.id }),
    enabled: !run.practice,
    retry: false,
    queryFn: () => answered(api.GET('/api/v1/trouble/begin', { params: { query: { run: run.id } } })),
  });
  const causes = run.practice?.causes ?? data?.list.causes;
  return (
    <>
      {causes && (
        <Box sx={{ mt: 2 }}>
          <Box component="label" htmlFor="sign-cause" sx={{ display: 'block', fontSize: 'note', color: 'quiet' }}>
            what it was
          </Box>
          <Box
            component="select"
            id="sign-cause"
            value={cause}
            onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
              setCause(e.target.value);
            }}
            sx={{ font: 'inherit', fontSize: 'plain', minHeight: 48, maxWidth: '100%', bgcolor: 'sheet', color: 'text.primary' }}
          >
            <option value="">nobody knows</option>
            <option value={adjustmentOnly}>{adjustmentOnly}</option>
            {causes.map((c) => (
              <option key={c.id} value={c.id}>
                {c.says}
              </option>
            ))}
          </Box>
        </Box>
      )}
      <Row>
        <Button
          variant={blocked ? 'outlined' : 'contained'}
          onClick={() =>
            void ask('signed', { name: who, ...(cause ? { cause } : {}) }, () => {
              setCause('');
            })
          }
        >
          Sign as {who}
        </Button>
      </Row>
      {problem && <Finding>{problem.detail}</Finding>}
    </>
  );
}
