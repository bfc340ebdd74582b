import { useQuery } from '@tanstack/react-query';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useNavigate, useParams } from 'react-router';
import { api, answered, type Record as RecordData } from '../api/client';
import { Finding } from '../parts/Finding';
import { Foot, Head } from '../parts/Frame';
import { papers } from '../parts/papers';
import { PictureView } from '../parts/PictureView';
import { RuleView } from '../parts/RuleView';
import { useBegin } from '../api/useSheets';
import { useSession } from '../api/useSession';
import { Lines } from './Lines';
import { Photos } from './Photos';
import { Table } from './Table';
import { Voices } from '../parts/Voices';
import { keys } from '../api/keys';

/** The paper of a run. */
export function RecordScreen() {
  const { id = '' } = useParams();
  const go = useNavigate();
  const begin = useBegin();
  const session = useSession().data;
  const { data } = useQuery({
    queryKey: keys.record(id),
    queryFn: () => answered(api.GET('/api/v1/runs/{run}/record', { params: { path: { run: id } } })),
  });
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head
        title="Record"
        tab={data ? `Record · ${data.heading.machine} · ${data.heading.cable}` : 'Record'}
        about={data ? `${data.heading.machine} · ${data.heading.cable}` : ''}
      >
        <Box sx={{ display: 'flex', flexWrap: 'wrap', justifyContent: 'flex-end', gap: 1, minWidth: 0 }}>
          <Button
            variant="text"
            onClick={() => {
              void go(`/run/${id}`);
            }}
          >
            the run
          </Button>
          {data?.own && session?.manage && (
            <Button variant="text" onClick={() => void begin({ run: id })}>
              keep the figures as a sheet
            </Button>
          )}
          {papers.map((size) => (
            <Button
              key={size}
              sx={{ minHeight: 44, py: 0.5 }}
              href={`/api/v1/runs/${id}/record.pdf?paper=${size}`}
              target="_blank"
              rel="noreferrer"
            >
              PDF, {size}
            </Button>
          ))}
        </Box>
      </Head>
      <Box component="main" sx={{ flex: 1, px: { xs: 2, md: 5 }, py: 3, width: '100%', maxWidth: 1180, mx: 'auto' }}>
        {data && <Paper r={data} who={session?.work ? (session.person?.name ?? '') : ''} />}
      </Box>
      <Foot />
    </Box>
  );
}

function Fields({ title, list }: { title: string; list: { name: string; text: string }[] }) {
  if (list.length === 0) return null;
  return (
    <Box component="section" sx={{ mt: 2.5 }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'plain', fontWeight: 600 }}>
        {title}
      </Box>
      <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: '132px 1fr', rowGap: 0.4, columnGap: 1.5, m: 0, mt: 0.5 }}>
        {list.map((f, i) => [
          <Box
            component="dt"
            key={`${i}t`}
            sx={f.text === '' ? { gridColumn: '1 / -1', fontWeight: 600, mt: 0.75 } : { color: 'quiet', overflowWrap: 'anywhere' }}
          >
            {f.name}
          </Box>,
          f.text !== '' && (
            <Box component="dd" key={`${i}d`} sx={{ m: 0, fontWeight: /^as (found|left)$/.test(f.name) ? 600 : 400 }}>
              {f.text}
            </Box>
          ),
        ])}
      </Box>
    </Box>
  );
}

function Paper({ r, who }: { r: RecordData; who: string }) {
  const plain = (list: string[]) => list.map((text) => ({ name: '', text }));
  return (
    <>
      <Box sx={{ fontSize: 'large', fontWeight: 600, lineHeight: 1.15 }}>
        {r.heading.machine} · {r.heading.cable}
      </Box>
      <Box sx={{ color: 'quiet', mt: 0.5 }}>
        {[r.heading.note, r.heading.owner, r.heading.place, r.sheet, r.source].filter(Boolean).join(' · ')}
      </Box>
      {(r.assumed ?? []).length > 0 && (
        <Box sx={{ fontSize: 'note', color: 'quiet' }}>
          Assumed: {(r.assumed ?? []).map((s) => [s.name, s.value].filter(Boolean).join(', ')).join('; ')}
        </Box>
      )}
      {(r.measured ?? []).length > 0 && (
        <Box sx={{ fontSize: 'note', color: 'quiet' }}>
          Runs taught: {(r.measured ?? []).map((s) => [s.name, s.value].filter(Boolean).join(', ')).join('; ')}
        </Box>
      )}
      {r.renamed?.map((text) => (
        <Box key={text} sx={{ color: 'quiet' }}>
          On the card today {text}
        </Box>
      ))}
      {r.broken && <Finding>The chain of this record is broken: {r.broken}. What stands below can not be trusted.</Finding>}
      <Box sx={{ mt: 2, py: 1.25, borderTop: '2px solid', borderBottom: '2px solid', borderColor: 'text.primary' }}>
        {r.signed ? (
          <>
            <Box sx={{ fontSize: 'head', fontWeight: 600 }}>Signed: {r.signed}</Box>
            <Box>{r.statement}</Box>
          </>
        ) : (
          <Box sx={{ fontSize: 'head', fontWeight: 600, color: 'error.main' }}>Not signed: the state after {r.through} events.</Box>
        )}
      </Box>
      {r.picture && (
        <Box sx={{ mt: 2 }}>
          <PictureView picture={r.picture} />
        </Box>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr)' }, columnGap: 5 }}>
        <Box>
          <Fields title="Complaint" list={r.complaint} />
          <Fields title="Setting" list={r.result} />
          <Fields title="Proved" list={r.checks} />
          {r.tables.map((t) => (
            <Table key={t.title} t={t} />
          ))}
          <Fields title="Left open" list={plain(r.open)} />
          <Fields title="Out by request" list={plain(r.deviations)} />
        </Box>
        <Box sx={{ mt: 2.5 }}>
          {r.rules
            .filter((rule) => rule.marks.length > 0)
            .map((rule) => (
              <RuleView key={rule.id} rule={rule} small />
            ))}
        </Box>
      </Box>
      <Photos r={r} />
      <Voices run={r.heading.run} voices={r.voices} />
      <Lines r={r} who={who} />
      <Box sx={{ mt: 3, fontSize: 'fine', color: 'quiet', overflowWrap: 'anywhere' }}>
        Chain hash of events 1 to {r.through}: {r.hash}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, mt: 1, fontSize: 'text', '& a': { color: 'text.primary', py: 1.25 } }}>
        <a href={`/api/v1/runs/${r.heading.run}/readings.csv`}>readings as a table (CSV)</a>
        <a href={`/api/v1/runs/${r.heading.run}/chain.json`}>events with their chain (JSON)</a>
      </Box>
      <Box sx={{ mt: 0.5, fontSize: 'fine', color: 'quiet' }}>{r.foot}</Box>
    </>
  );
}
