import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { type MachineView } from '../api/client';
import { Foot, Head } from '../parts/Frame';
import { useSession } from '../api/useSession';
import { CardForm } from './CardForm';
import { readDay } from '../days';
import { Logged, OpenThings } from './Logged';
import { LogForm } from './LogForm';
import { papers } from '../parts/papers';
import { useStart } from '../parts/useStart';
import { RunsOut } from './RunsOut';
import { useMachine } from '../api/useMachine';

/** A machine's card: what it is, its lines with their chains and runs, what is open, and all that was logged. */
export function MachineScreen() {
  const { id = '' } = useParams();
  const { data } = useMachine(id);
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab={data?.machine.name ?? (id === 'new' ? 'Another machine' : 'Machine')} rooms />
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 2 }}>
        {id === 'new' ? <CardForm /> : data && <Card key={id} view={data} />}
      </Box>
      <Foot />
    </Box>
  );
}

function Card({ view }: { view: MachineView }) {
  const { machine: m } = view;
  const session = useSession().data;
  const [editing, setEditing] = useState(false);
  if (editing)
    return (
      <CardForm
        view={view}
        onDone={() => {
          setEditing(false);
        }}
      />
    );
  const usage = (m.meters ?? [])
    .map((x) => ({ ...x, readings: x.readings.filter((r) => !r.struck) }))
    .map((x) => `${(x.readings.at(-1)?.value ?? 0).toLocaleString('en-GB')} ${x.name}, read ${readDay(x.readings.at(-1)?.on ?? '')}`);
  return (
    <>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'flex-start', gap: 2 }}>
        <Box sx={{ flex: '1 1 360px' }}>
          <Box component="h1" sx={{ m: 0, fontSize: 'large', fontWeight: 600, lineHeight: 1.15 }}>
            {m.name}
          </Box>
          <Box sx={{ fontSize: 'plain' }}>{[m.craft, m.note, m.owner && `for ${m.owner}`].filter(Boolean).join(' · ')}</Box>
          <Box sx={{ fontSize: 'text', color: 'quiet' }}>
            {[
              ...(m.unit ? [`plate ${m.unit.serial}, ${m.unit.hand} hand${m.unit.variant ? `, ${m.unit.variant}` : ''}`] : []),
              ...(m.identity ?? []).map((x) => `${x.name} ${x.value}`),
              ...usage,
            ].join(' · ')}
          </Box>
        </Box>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, fontSize: 'text', '& a': { color: 'text.primary', py: 1.5 } }}>
          <Link to={`/machine/${m.id}/years`}>over the years</Link>
          {papers.map((size) => (
            <a key={size} href={`/api/v1/machines/${m.id}/card.pdf?paper=${size}`} target="_blank" rel="noreferrer">
              card, {size}
            </a>
          ))}
          <a href={`/api/v1/labels.pdf?machine=${encodeURIComponent(m.id)}`} target="_blank" rel="noreferrer">
            labels
          </a>
          <a href={`/api/v1/machines/${m.id}/bundle.zip`}>whole history (zip)</a>
        </Box>
        {session?.manage && (
          <Button
            sx={{ minHeight: 48, py: 0, px: 2, fontSize: 'text' }}
            onClick={() => {
              setEditing(true);
            }}
          >
            Change the card
          </Button>
        )}
      </Box>
      <OpenThings view={view} work={session?.work ?? false} />
      <RunsOut machine={m.id} />
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 3fr) minmax(0, 2fr)' },
          columnGap: 5,
          mt: 2,
        }}
      >
        <Box>
          {view.lines.map((l) => (
            <Box
              component="section"
              key={l.cable.id}
              aria-label={l.cable.name}
              sx={{ py: 1.25, borderTop: '1px solid', borderColor: 'divider' }}
            >
              <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2 }}>
                <Box component="h2" sx={{ m: 0, flex: 1, minWidth: 180, fontSize: 'name', fontWeight: 600 }}>
                  {l.cable.name}
                </Box>
                <Start machine={m.id} line={l} work={session?.work ?? false} />
              </Box>
              <Box sx={{ fontSize: 'text' }}>
                {l.sheet ? (
                  <>
                    <Box component={Link} to={`/sheets/${l.sheet}`} sx={{ color: 'text.primary' }}>
                      {l.says}
                    </Box>
                    <Box
                      component={Link}
                      to={`/whatif?sheet=${l.sheet}&machine=${m.id}&cable=${l.cable.id}`}
                      sx={{ color: 'text.primary', ml: 2 }}
                    >
                      what if
                    </Box>
                  </>
                ) : (
                  l.says
                )}
              </Box>
              {l.knows.map((k) => (
                <Box key={k.sheet + k.path} sx={{ fontSize: 'text', mt: 0.5 }}>
                  Of its own: {k.name} <b>{`${String(k.value)} ${k.unit ?? ''}`}</b>, as{' '}
                  {k.runs.length === 1 ? 'a run' : `${String(k.runs.length)} runs`} showed. The next run begins with it.
                </Box>
              ))}
              {l.void && (
                <Box sx={{ fontSize: 'text', fontWeight: 600, mt: 0.5 }}>
                  Prove it again: the {l.void} was turned since its last record.
                </Box>
              )}
              {(l.cable.chain ?? []).length > 0 && <Chain links={l.cable.chain ?? []} />}
              {l.runs.map((r) => (
                <RunLine key={r.id} run={r} />
              ))}
              {l.runs.length === 0 && <Box sx={{ fontSize: 'note', color: 'quiet' }}>never run here</Box>}
            </Box>
          ))}
          {view.bench.length > 0 && (
            <Box component="section" aria-label="From the Bench" sx={{ py: 1.25, borderTop: '1px solid', borderColor: 'divider' }}>
              <Box component="h2" sx={{ m: 0, fontSize: 'name', fontWeight: 600 }}>
                From the Bench
              </Box>
              {view.bench.map((r) => (
                <RunLine key={r.id} run={r} name={`${r.cable}: `} />
              ))}
            </Box>
          )}
        </Box>
        <Box>
          {session?.work && <LogForm machine={m} />}
          <Logged view={view} />
        </Box>
      </Box>
    </>
  );
}

/** A run begins and goes on from here as from the bays. */
function Start({ machine, line, work }: { machine: string; line: MachineView['lines'][number]; work: boolean }) {
  const { start, problem } = useStart();
  if (!line.open && !(work && line.led)) return null;
  return (
    <>
      <Button sx={{ minHeight: 48, py: 0, px: 2, fontSize: 'text' }} onClick={() => void start(machine, line.cable.id, line.open)}>
        {line.open ? 'Carry on' : line.runs.length > 0 ? 'Set again' : 'Set it'}
      </Button>
      {problem && (
        <Box role="alert" sx={{ flexBasis: '100%', color: 'error.main', fontWeight: 500 }}>
          {problem}
        </Box>
      )}
    </>
  );
}

function RunLine({ run: r, name = '' }: { run: { id: string; opened: string; says: string; signed: boolean }; name?: string }) {
  return (
    <Box sx={{ fontSize: 'text', display: 'flex', gap: 1.5, minHeight: 40, alignItems: 'center' }}>
      <Box sx={{ color: 'quiet', minWidth: 100 }}>{r.opened}</Box>
      <Box component={Link} to={r.signed ? `/record/${r.id}` : `/run/${r.id}`} sx={{ color: 'text.primary' }}>
        {name}
        {r.says}
      </Box>
    </Box>
  );
}

/** The chain of parts as a line from hand to works. */
function Chain({ links }: { links: { role: string; name: string; note?: string }[] }) {
  return (
    <Box component="ol" aria-label="chain of parts" sx={{ listStyle: 'none', m: 0, p: 0, display: 'flex', flexWrap: 'wrap', rowGap: 0.5 }}>
      {links.map((c, i) => (
        <Box
          component="li"
          key={c.role}
          sx={{
            display: 'flex',
            alignItems: 'center',
            fontSize: 'note',
            '&:not(:last-of-type)::after': { content: '""', width: 26, height: 4, bgcolor: 'text.primary', mx: 0.75 },
          }}
        >
          <span>
            <Box component="span" sx={{ color: 'quiet' }}>
              {i === 0 ? '● ' : ''}
              {c.role}{' '}
            </Box>
            <b>{c.name}</b>
            {c.note ? `, ${c.note}` : ''}
          </span>
        </Box>
      ))}
    </Box>
  );
}
