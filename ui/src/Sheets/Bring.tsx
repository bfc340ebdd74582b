import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, type Arriving as Arrived, type Problem } from '../api/client';
import { useChange } from '../api/ask';
import { keptDraft, useKeepSheet } from '../api/useSheets';
import { Arriving } from './Arriving';
import { FaultList } from './FaultList';

const most = 24_000_000;
const failed = (status: number, detail: string): Problem => ({ type: '', title: '', status, detail });
const small = { minHeight: 48, py: 0, px: 2, fontSize: 'plain' };

/** The ways to another sheet: from a manual's figures, written from the start, or out of a file. */
export function Bring() {
  const keep = useKeepSheet();
  const look = useChange<Arrived>();
  const go = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [coming, setComing] = useState<{ file: unknown; look: Arrived } | null>(null);
  const load = async (chosen: File | undefined) => {
    if (!chosen) return;
    setComing(null);
    if (chosen.size > most) {
      setProblem(
        failed(413, `${chosen.name} is larger than any sheet, and than a shop’s sheets together: choose one file of at most 24 MB.`),
      );
      return;
    }
    let file: unknown;
    try {
      file = JSON.parse(await chosen.text());
    } catch {
      setProblem(failed(422, `${chosen.name} is no sheet in the open format: choose a file that was exported here.`));
      return;
    }
    if (typeof file === 'object' && file && 'sheets' in file) {
      const done = await look(() => api.POST('/api/v1/sheets/arriving', { body: { file } }));
      setProblem(done.problem ?? null);
      if (done.data) setComing({ file, look: done.data });
      return;
    }
    const done = await keep(file, []);
    setProblem(done.problem ?? null);
    if (done.data) await go(`/sheets/${done.data.hash}`);
  };
  return (
    <Box sx={{ mb: 1 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5 }}>
        <Button component={Link} to="/set" sx={small}>
          From a manual’s figures
        </Button>
        <Button component={Link} to="/sheets/new" sx={small}>
          New sheet
        </Button>
        <Button sx={small} onClick={() => input.current?.click()}>
          Bring a file
        </Button>
        {keptDraft() !== null && (
          <Button variant="text" component={Link} to="/sheets/draft">
            carry on with the draft
          </Button>
        )}
        <input
          ref={input}
          type="file"
          hidden
          accept=".json,application/json"
          aria-label="sheet file"
          onChange={(e) => {
            void load(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </Box>
      {problem && <FaultList problem={problem} />}
      {coming && (
        <Arriving
          file={coming.file}
          look={coming.look}
          onDone={() => {
            setComing(null);
          }}
        />
      )}
    </Box>
  );
}
