import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Navigate, useNavigate } from 'react-router';
import { api, answered, type Problem, type Sheet } from '../api/client';
import { Foot, Head } from '../parts/Frame';
import { useDelayed } from '../useDelayed';
import { put, type Schema, type Value } from './draft';
import { FaultList } from './FaultList';
import type { Editing } from './Leaf';
import { Node } from './Node';
import { Drawn } from './SheetBody';
import { dropDraft, keepDraft, keptDraft, useKeepSheet } from './useSheets';

/** A sheet is written here: its line and rules are drawn as one types, every check is live, and nothing typed is lost. */
export function EditorScreen() {
  const [first] = useState(() => keptDraft() as Value);
  const { data: schema } = useQuery({
    queryKey: ['schema'],
    staleTime: Infinity,
    queryFn: async () => (await (await fetch('/api/v1/rig-sheet.schema.json')).json()) as Schema,
  });
  if (first === null) return <Navigate to="/sheets" replace />;
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab="A sheet being written" rooms />
      {schema && <Draft root={schema} first={first} />}
      <Foot />
    </Box>
  );
}

const title: Record<string, string> = {
  applies: 'For which units',
  chain: 'Chain of parts',
  line: 'The line',
  lost_motion: 'Lost motion',
  voids: 'A move reopens',
  off: 'Taken off',
  recheck: 'Look again',
  part_rules: 'Parts that go together',
  forbidden_proofs: 'Forbidden proofs',
  fails_to: 'Fails to',
};
const head = ['id', 'revision', 'craft', 'family', 'cable', 'commands', 'fails_to'];
const hidden = ['format', 'assumed'];

function Draft({ root, first }: { root: Schema; first: Value }) {
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
    queryKey: ['draft', late],
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    queryFn: () => answered(api.POST('/api/v1/drafts/check', { body: { sheet: JSON.parse(late) as Sheet } })),
  });
  const undo = () => {
    setHistory((h) => (h.past.length > 0 ? { past: h.past.slice(0, -1), now: h.past.at(-1) ?? h.now } : h));
  };
  const set: Editing['set'] = (path, value) => {
    setHistory((h) => ({ past: [...h.past.slice(-200), h.now], now: put(h.now, path, value) }));
  };
  const sheet = now as Record<string, Value>;
  const faults = check?.faults ?? [];
  const questions = (check?.questions ?? []).filter((q) => !confirmed.includes(q.field));
  const e: Editing = {
    root,
    set,
    assumed: Array.isArray(sheet['assumed']) ? (sheet['assumed'] as string[]) : [],
    faults: new Map(faults.map((f) => [f.field, f.message])),
    questions: new Map(questions.map((f) => [f.field, f.message])),
    confirm: (path) => {
      setConfirmed([...confirmed, path]);
    },
  };
  const done = async () => {
    const answer = await keep(now, confirmed);
    if ('problem' in answer) {
      setProblem(answer.problem);
      return;
    }
    dropDraft();
    await go(`/sheets/${answer.hash}`);
  };
  const fields = Object.entries(
    root.properties ?? (root.$ref ? (root.$defs?.[root.$ref.replace('#/$defs/', '')]?.properties ?? {}) : {}),
  ).filter(([key]) => !hidden.includes(key));
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
          position: 'sticky',
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
        <Box component="h1" sx={{ m: 0, fontSize: 22, fontWeight: 600 }}>
          Draft: sheet {(sheet['id'] as string) || '…'}
        </Box>
        <Box
          role="status"
          sx={{
            fontSize: 17,
            flex: '1 1 200px',
            color: faults.length > 0 ? 'error.main' : 'text.primary',
            fontWeight: 500,
          }}
        >
          {check ? says : ''}
        </Box>
        <Button sx={{ minHeight: 44, py: 0, px: 2, fontSize: 17 }} disabled={history.past.length === 0} onClick={undo}>
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
        <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, rowGap: 0.5, my: 1.5 }}>
          {fields
            .filter(([key]) => head.includes(key))
            .map(([key, sub]) => (
              <Node key={key} e={e} schema={sub} path={[key]} value={sheet[key]} label={title[key] ?? key} />
            ))}
        </Box>
        {fields
          .filter(([key]) => !head.includes(key))
          .map(([key, sub]) => (
            <Box component="section" key={key} sx={{ mb: 2 }}>
              <Box
                component="h2"
                sx={{
                  m: 0,
                  mb: 0.5,
                  fontSize: 19,
                  fontWeight: 600,
                  borderBottom: '2px solid',
                  borderColor: 'text.primary',
                }}
              >
                {title[key] ?? (key[0] ?? '').toUpperCase() + key.slice(1)}
              </Box>
              <Node e={e} schema={sub} path={[key]} value={sheet[key]} label={title[key]?.toLowerCase() ?? key} />
            </Box>
          ))}
      </Box>
    </Box>
  );
}
