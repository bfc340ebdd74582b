import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Logged, LoggedColumns } from '../../api/client';
import { useLogged } from '../../api/useLogged';
import { useRun } from '../../api/useRun';
import { useWho } from '../../api/useSession';
import { Finding } from '../../parts/Finding';
import { Foot, Head } from '../../parts/Frame';
import { NotTaken } from '../../parts/NotTaken';
import { Pick } from '../../parts/Pick';
import { ClashPanel, Kept } from '../notices';
import { Columns } from './Columns';
import { Lines, type Fate } from './Lines';
import { Proved } from './Proved';

const mostBytes = 512 * 1024;

/** The text of a file: UTF-8, else as older spreadsheets write it. */
const textOf = (raw: ArrayBuffer): string => {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(raw);
  } catch {
    return new TextDecoder('windows-1252').decode(raw);
  }
};

/** Readings that were logged elsewhere: what the columns of their table are, what each line makes, and the taking of them. */
export function LoggedScreen() {
  const { id = '' } = useParams();
  const who = useWho();
  const handle = useRun(id, who);
  const look = useLogged(id);
  const [file, setFile] = useState({ name: '', text: '' });
  const [table, setTable] = useState<Logged | null>(null);
  const [problem, setProblem] = useState('');
  const [fates, setFates] = useState<Map<number, Fate>>(new Map());
  const [busy, setBusy] = useState(false);
  const { run } = handle;

  const asked = useRef(0);
  const ask = async (of: typeof file, columns?: LoggedColumns) => {
    const mine = ++asked.current;
    const { data, problem } = await look(of.name, of.text, columns);
    if (mine !== asked.current) return; // something else was asked meanwhile, and is shown
    setProblem(problem?.detail ?? '');
    if (data) setTable(data);
    else if (columns)
      setTable((was) => was && { ...was, guess: columns }); // what was said stands beside what is wrong with it
    else setTable(null);
  };
  const pick = async (f: File | undefined) => {
    if (!f) return;
    setFates(new Map());
    if (f.size > mostBytes) {
      setTable(null);
      setProblem('A table has at most 512 kB: cut it into parts.');
      return;
    }
    const of = { name: f.name, text: textOf(await f.arrayBuffer()) };
    setFile(of);
    if (of.text.includes('\0')) {
      setTable(null);
      setProblem('This is no table of text: save it as CSV.');
      return;
    }
    await ask(of);
  };
  const take = async () => {
    setBusy(true);
    for (const l of table?.lines ?? []) {
      if (!l.body || fates.get(l.line)?.taken) continue;
      const refused = await handle.send('reading', l.body, true);
      setFates((was) => new Map(was).set(l.line, { taken: !refused, why: refused?.detail ?? '' }));
    }
    setBusy(false);
  };
  const open = (table?.lines ?? []).filter((l) => l.body && !fates.get(l.line)?.taken).length;
  const taken = [...fates.values()].filter((f) => f.taken).length;
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Readings from a table" tab="From a table" about={run ? `${run.machine} · ${run.cable}` : ''} home={false}>
        <Button variant="text" component={Link} to={`/run/${id}`}>
          the run
        </Button>
      </Head>
      <Box
        component="main"
        sx={{
          flex: 1,
          px: { xs: 1.5, md: 2.75 },
          py: 2,
          width: '100%',
          maxWidth: 1100,
          boxSizing: 'border-box',
          display: 'grid',
          gap: 2,
          alignContent: 'start',
        }}
      >
        {handle.missing && <Finding>{handle.missing}</Finding>}
        {handle.clash && <ClashPanel clash={handle.clash} settle={handle.settle} />}
        {handle.waitingCount > 0 && !busy && !handle.clash && <Kept list={handle.waiting} why={handle.waitingFor} />}
        <NotTaken run={id} list={handle.notTaken} who={who} />
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5 }}>
          <Pick
            label={table ? 'Another table' : 'Choose a table (CSV)'}
            accept=".csv,.txt,.tsv,text/csv,text/plain"
            busy={busy}
            quiet={Boolean(table)}
            onFile={(f) => void pick(f)}
          />
          <Box sx={{ fontSize: 'text', color: 'quiet' }}>
            {table
              ? file.name
              : 'The names of its columns in the first line, a reading in each below. Nothing is taken before you have seen it.'}
          </Box>
        </Box>
        {problem && <Finding>{problem}</Finding>}
        {table && (
          <>
            <Columns table={table} onSay={(c) => void ask(file, c)} />
            <Proved table={table} onSay={(c) => void ask(file, c)} />
            {table.wrong && !problem && <Finding>{table.wrong}</Finding>}
            {table.lines.length > 0 && <Lines lines={table.lines} fates={fates} />}
            {open > 0 && (
              <Button variant="contained" disabled={busy} sx={{ minHeight: 64, justifySelf: 'start' }} onClick={() => void take()}>
                {busy ? 'One moment …' : `Take ${open === 1 ? 'this reading' : `these ${open} readings`}`}
              </Button>
            )}
            {open === 0 && taken > 0 && (
              <Button variant="contained" component={Link} to={`/run/${id}`} sx={{ minHeight: 64, justifySelf: 'start' }}>
                {taken === 1 ? 'One is' : `${taken} are`} taken: go on with the run
              </Button>
            )}
          </>
        )}
      </Box>
      <Foot>
        <Box component="a" href={`/api/v1/runs/${id}/readings.csv`} sx={{ color: 'text.primary', py: 1 }}>
          what this run has read, as a table (CSV)
        </Box>
      </Foot>
    </Box>
  );
}
