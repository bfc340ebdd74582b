import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { Navigate, useNavigate } from 'react-router';
import { api, answered, type Problem, type Sheet } from '../api/client';
import { Foot, Head } from '../parts/Frame';
import { useDelayed } from '../useDelayed';
import { put, type Value } from '../parts/form/draft';
import { Drawn } from './Drawn';
import { FaultList } from './FaultList';
import { Paper } from '../parts/paper/Paper';
import type { PaperOf } from '../parts/paper/paper';
import { dropDraft, keepDraft, keptDraft, useKeepSheet } from '../api/useSheets';
import { keys } from '../api/keys';

/** A sheet is written here: its line and rules are drawn as one types, every check is live, and nothing typed is lost. */
export function EditorScreen() {
  const [first] = useState(() => keptDraft() as Value);
  if (first === null) return <Navigate to="/sheets" replace />;
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab="A sheet being written" rooms />
      <Draft first={first} />
      <Foot />
    </Box>
  );
}

function Draft({ first }: { first: Value }) {
  const [history, setHistory] = useState<{ past: Value[]; now: Value }>({ past: [], now: first });
  const [confirmed, setConfirmed] = useState<string[]>([]);
  const [problem, setProblem] = useState<Problem | null>(null);
  const keep = useKeepSheet();
  const go = useNavigate();
  const now = history.now;
  useEffect(() => {
    keepDraft(now);
  }, [now]);
  const late = useDelayed(JSON.stringify(now), 250);
  const { data: check } = useQuery({
    queryKey: keys.draft(late),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    queryFn: () => answered(api.POST('/api/v1/drafts/check', { body: { sheet: JSON.parse(late) as Sheet } })),
  });
  const undo = () => {
    setHistory((h) => (h.past.length > 0 ? { past: h.past.slice(0, -1), now: h.past.at(-1) ?? h.now } : h));
  };
  const set: NonNullable<PaperOf['set']> = (path, value) => {
    setHistory((h) => ({ past: [...h.past.slice(-200), h.now], now: put(h.now, path, value) }));
  };
  const sheet = now as Record<string, Value>;
  const faults = check?.faults ?? [];
  const told = useMemo(() => new Map(check?.faults.map((f) => [f.field, f.message])), [check]);
  const questions = (check?.questions ?? []).filter((q) => !confirmed.includes(q.field));
  const done = async () => {
    const answer = await keep(now, confirmed);
    if (answer.problem) {
      setProblem(answer.problem);
      return;
    }
    dropDraft();
    await go(`/sheets/${answer.data.hash}`);
  };
  const says =
    faults.length > 0
      ? `${faults.length} ${faults.length === 1 ? 'thing' : 'things'} still to be written or put right`
      : questions.length > 0
        ? `${questions.length} figures to look at again`
        : 'Whole: it can be kept.';
  return (
    <Box
      component="main"
      onKeyDown={(k) => {
        if (k.key === 'z' && (k.ctrlKey || k.metaKey)) {
          k.preventDefault();
          undo();
        }
      }}
      sx={{ flex: 1 }}
    >
      <Box
        sx={{
          position: { xs: 'static', md: 'sticky' },
          top: 0,
          zIndex: 2,
          bgcolor: 'background.default',
          borderBottom: '1px solid',
          borderColor: 'divider',
          px: { xs: 1.5, md: 2.75 },
          py: 1,
          display: 'flex',
          flexWrap: 'wrap',
          alignItems: 'center',
          gap: 1.5,
        }}
      >
        <Box component="h1" sx={{ m: 0, fontSize: 'head', fontWeight: 600 }}>
          Draft: sheet {(sheet['id'] as string) || '…'}
        </Box>
        <Box
          role="status"
          sx={{
            fontSize: 'text',
            flex: '1 1 100px',
            color: faults.length > 0 ? 'error.main' : 'text.primary',
            fontWeight: 500,
          }}
        >
          {check ? says : ''}
        </Box>
        <Button sx={{ minHeight: 44, py: 0, px: 2, fontSize: 'text' }} disabled={history.past.length === 0} onClick={undo}>
          Undo
        </Button>
        <Button
          variant="text"
          onClick={() => {
            dropDraft();
            void go('/sheets');
          }}
        >
          throw the draft away
        </Button>
        <Button
          variant={faults.length === 0 && questions.length === 0 ? 'contained' : 'outlined'}
          sx={{ minHeight: 48, py: 0 }}
          onClick={() => void done()}
        >
          Keep the sheet
        </Button>
      </Box>
      <Box sx={{ px: { xs: 1.5, md: 2.75 }, py: 1 }}>
        {problem && <FaultList problem={problem} />}
        {check && <Drawn preview={check.preview} />}
        <Paper
          sheet={now as unknown as Sheet}
          words={check?.words ?? { limits: [], steps: [], locks: [] }}
          proofs={check?.proofs ?? []}
          names={check?.names}
          wears={check?.wears}
          set={set}
          faults={told}
          questions={new Map(questions.map((f) => [f.field, f.message]))}
          confirm={(path) => {
            setConfirmed([...confirmed, path]);
          }}
        />
      </Box>
    </Box>
  );
}
