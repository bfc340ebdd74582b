import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { View } from '../api/client';
import { Blank } from '../parts/Blank';
import { Fetch } from './Fetch';
import { useStored } from '../stored';
import { JobChoice, useJob } from './JobPanel';
import { Row, useAsk } from './panels';
import { TestBlanks, useTest } from './Tested';
import type { Send } from '../api/useRun';

/** The owner's words, whether it shows, and what to fetch before the crawl. */
export function ComplaintPanel({
  run,
  send,
  view,
  tests,
  told = '',
}: {
  run: string;
  send: Send;
  view: View;
  tests: readonly string[];
  told?: string | undefined;
}) {
  const job = useJob(run, view.job?.job);
  const [words, setWords] = useStored(`draft.${run}.complaint`, told);
  const { ask, at } = useAsk(send);
  const test = useTest(run);
  const complain = (shows: string) =>
    ask('complaint', { words, shows, ...test.body }, () => {
      setWords('');
      test.clear();
      job.clear();
    });
  // all is set where nothing is said: only another job is an entry of its own, and comes first, so that a refusal of it stops here
  const done = (shows: string) =>
    job.draft.job === (view.job?.job ?? 'set') && job.draft.job !== 'new'
      ? complain(shows)
      : ask('job', job.body, () => {
          void complain(shows);
        });
  return (
    <>
      <Box sx={{ mt: 2, maxWidth: 620 }}>
        <Blank label="the owner’s words" value={words} onChange={setWords} error={at('words')} lines={2} />
      </Box>
      <TestBlanks of={test} usual={tests} at={at} />
      <JobChoice of={job} goes={view.goes} at={at} />
      <Box sx={{ mt: 2, fontSize: 'name', fontWeight: 500 }}>Does it show when you try it?</Box>
      <Row>
        <Button onClick={() => void done('yes')}>It shows</Button>
        <Button onClick={() => void done('no')}>It does not show</Button>
        <Button onClick={() => void done('not-tried')}>Cannot be tried here</Button>
      </Row>
      <Fetch list={view.fetch} open />
    </>
  );
}
