import Box from '@mui/material/Box';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { problemIn } from '../api/client';
import { filled, logFile, useLog, type LogAsk } from '../api/useLog';
import { Blank } from '../parts/Blank';
import { papers } from '../parts/papers';
import { Foot, Head } from '../parts/Frame';
import { Toggle } from '../parts/Toggle';
import { Lines } from './Lines';
import { Week } from './Week';

const blanks = ['machine', 'cable', 'person', 'cause', 'from', 'to', 'moved', 'signed'] as const;

/** The week, and all that was done: a sentence with blanks, which stands in the address. */
export function LogScreen() {
  const [params, setParams] = useSearchParams();
  const [ask, setAsk] = useState(() => Object.fromEntries(blanks.map((b) => [b, params.get(b) ?? ''])) as unknown as LogAsk);
  const { data, error } = useLog(ask);
  const problem = problemIn(error);
  const at = (field: string) => (problem?.field === field ? problem.detail : '');
  const put = (field: (typeof blanks)[number]) => (text: string) => {
    const next = { ...ask, [field]: text };
    setAsk(next);
    setParams(filled(next), { replace: true });
  };
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab="What was done" rooms />
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 2 }}>
        <Week />
        <Box component="h1" sx={{ m: 0, mt: 3, fontSize: 'large', fontWeight: 600, lineHeight: 1.15 }}>
          What was done
        </Box>
        <Box
          role="group"
          aria-label="Which runs"
          sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'flex-start', columnGap: 1.5, fontSize: 'plain', mt: 1 }}
        >
          <Blank label="runs of the cable" value={ask.cable} onChange={put('cable')} width={190} />
          <Blank label="on the machine" value={ask.machine} onChange={put('machine')} width={190} />
          <Blank label="by" value={ask.person} onChange={put('person')} width={140} />
          <Blank label="from (2026-03-14)" value={ask.from} onChange={put('from')} width={150} error={at('from')} />
          <Blank label="to (2026-06-30)" value={ask.to} onChange={put('to')} width={150} error={at('to')} />
          <Blank label="moved more than, turns" value={ask.moved} onChange={put('moved')} width={230} error={at('moved')} />
          <Blank label="what was wrong" value={ask.cause} onChange={put('cause')} width={190} />
          <Box sx={{ pt: 2.75 }}>
            <Toggle
              on={ask.signed === 'yes'}
              onToggle={() => {
                put('signed')(ask.signed === 'yes' ? '' : 'yes');
              }}
            >
              signed only
            </Toggle>
          </Box>
        </Box>
        {problem && !['from', 'to', 'moved'].includes(problem.field ?? '') && (
          <Box role="alert" sx={{ color: 'error.main', fontWeight: 500 }}>
            {problem.detail}
          </Box>
        )}
        {data && (
          <>
            <Box
              sx={{
                display: 'flex',
                flexWrap: 'wrap',
                alignItems: 'center',
                columnGap: 2,
                mt: 1,
                fontSize: 'text',
                '& a': { color: 'text.primary', py: 1.5 },
              }}
            >
              <b>{data.says}</b>
              <a href={logFile(ask, 'csv')}>as a table (CSV)</a>
              <a href={logFile(ask, 'json')}>as JSON</a>
              {papers.map((size) => (
                <a key={size} href={`${logFile(ask, 'pdf')}&paper=${size}`} target="_blank" rel="noreferrer">
                  on paper ({size})
                </a>
              ))}
            </Box>
            <Lines list={data.lines} />
            {data.lines.length === 0 && <Box sx={{ mt: 1 }}>No run is so: leave a blank empty, and it asks for any.</Box>}
          </>
        )}
      </Box>
      <Foot />
    </Box>
  );
}
