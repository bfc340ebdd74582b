import Button from '@mui/material/Button';
import type { Advice } from '../api/client';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';
import { useStored } from '../stored';
import { Row, useAsk } from './panels';
import type { Send } from '../api/useRun';

/** One thing to do while an old part comes out and a new one goes in: written down, or ticked. */
export function PartPanel({ advice, run, send }: { advice: Advice; run: string; send: Send }) {
  const part = advice.part;
  const [text, setText] = useStored(`draft.${run}.part.${part?.item ?? ''}`);
  const { ask, at, problem } = useAsk(send);
  if (!part) return null;
  return (
    <>
      <Row>
        {part.note && <Blank label="as it is" value={text} onChange={setText} error={at('text')} width={420} />}
        <Button
          variant="contained"
          onClick={() =>
            void ask('part', { item: part.item, ...(part.note ? { text } : {}) }, () => {
              setText('');
            })
          }
        >
          {part.note ? 'Noted' : 'Done'}
        </Button>
      </Row>
      {problem && !at('text') && <Finding>{problem.detail}</Finding>}
    </>
  );
}
