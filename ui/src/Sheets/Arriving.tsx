import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { api, type Arriving as Arrived, type Problem } from '../api/client';
import { useChange } from '../api/ask';
import { useBays } from '../api/useBays';
import { Toggle } from '../parts/Toggle';
import { FaultList } from './FaultList';

const comes = ['new', 'newer', 'beside'];

/** The sheets of another shop's file: what each would become here, and which of them are taken. */
export function Arriving({ file, look, onDone }: { file: unknown; look: Arrived; onDone: () => void }) {
  const [now, setNow] = useState(look);
  const open = now.sheets.filter((a) => comes.includes(a.how));
  const [left, setLeft] = useState<string[]>([]); // out of those that may be taken
  const [machines, setMachines] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState<Problem | null>(null);
  const [taken, setTaken] = useState(0);
  const floor = useBays().data?.machines ?? [];
  const change = useChange<Arrived>((_, client) => client.invalidateQueries());
  const chosen = open.filter((a) => !left.includes(a.hash));
  const take = async () => {
    const done = await change(() =>
      api.POST('/api/v1/sheets/arrived', {
        body: { file, take: chosen.map((a) => ({ hash: a.hash, ...(a.machine ? { machine: machines[a.hash] ?? '' } : {}) })) },
      }),
    );
    setProblem(done.problem ?? null);
    if (!done.data) return;
    setTaken(chosen.length);
    setLeft([]);
    setNow(done.data);
  };
  return (
    <Box
      component="section"
      aria-label="Sheets of a file"
      sx={{ mt: 1.5, mb: 3, p: 2, bgcolor: 'sheet', borderLeft: '8px solid', borderColor: 'primary.main' }}
    >
      <Box component="h2" sx={{ m: 0, fontSize: 'head', fontWeight: 600 }}>
        {taken > 0 ? `${String(taken)} taken` : `${String(now.sheets.length)} in the file`}
        {now.from && `, from ${now.from}`}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, mt: 1 }}>
        {now.sheets.map((a) => (
          <Box
            component="li"
            key={a.hash}
            sx={{
              display: 'flex',
              flexWrap: 'wrap',
              alignItems: 'center',
              columnGap: 2,
              py: 0.75,
              borderTop: '1px solid',
              borderColor: 'divider',
            }}
          >
            {comes.includes(a.how) ? (
              <Box sx={{ minWidth: { sm: 160 } }}>
                <Toggle
                  on={!left.includes(a.hash)}
                  onToggle={() => {
                    setLeft(left.includes(a.hash) ? left.filter((h) => h !== a.hash) : [...left, a.hash]);
                  }}
                >
                  {a.id} r{a.revision}
                </Toggle>
              </Box>
            ) : (
              <Box sx={{ fontWeight: 600, minHeight: 48, minWidth: { sm: 160 }, display: 'inline-flex', alignItems: 'center', px: 1.5 }}>
                {a.how === 'refused' ? '✕ ' : '· '}
                {a.id} r{a.revision}
              </Box>
            )}
            <Box sx={{ flex: '1 1 240px', fontSize: 'text' }}>
              {a.cable}, {a.applies}
              <Box sx={{ color: a.how === 'refused' ? 'error.main' : 'quiet', fontSize: 'note' }}>
                {[a.says, ...a.asks.map((q) => `look at ${q.field}: ${q.message}`)].join('; ')}
              </Box>
            </Box>
            {a.machine && comes.includes(a.how) && (
              <Box
                component="select"
                aria-label={`machine of ${a.id}`}
                value={machines[a.hash] ?? ''}
                onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
                  setMachines({ ...machines, [a.hash]: e.target.value });
                }}
                sx={{ font: 'inherit', fontSize: 'text', minHeight: 48, bgcolor: 'background.default', color: 'text.primary' }}
              >
                <option value="">of which machine here?</option>
                {floor.map((m) => (
                  <option key={m.id} value={m.id}>
                    {m.name}
                  </option>
                ))}
              </Box>
            )}
          </Box>
        ))}
      </Box>
      {problem && <FaultList problem={problem} />}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 1.5 }}>
        {chosen.length > 0 && (
          <Button variant="contained" onClick={() => void take()}>
            Take {chosen.length === 1 ? 'this sheet' : `these ${String(chosen.length)} sheets`}
          </Button>
        )}
        <Button variant="text" onClick={onDone}>
          {taken > 0 || chosen.length === 0 ? 'done' : 'take none'}
        </Button>
      </Box>
    </Box>
  );
}
