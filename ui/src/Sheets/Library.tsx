import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Problem } from '../api/client';
import { Finding } from '../parts/Finding';
import { Foot, Head } from '../parts/Frame';
import { useSession } from '../api/useSession';
import { FindBlank } from '../parts/FindBlank';
import { AxisView } from './AxisView';
import { FaultList } from './FaultList';
import { keptDraft, useBegin, useKeepSheet, useSheetsNamed } from '../api/useSheets';

/** Every sheet on the axis of its numbers, where gaps and overlaps show. */
export function LibraryScreen() {
  const [find, setFind] = useState('');
  const { data, isError } = useSheetsNamed(find);
  const manage = useSession().data?.manage ?? false;
  const wanted = find.trim();
  const axes = data?.axes ?? [];
  const crafts = [...new Set(axes.map((a) => a.craft))];
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab="Sheets" rooms>
        <FindBlank label="find a sheet" value={find} onChange={setFind} />
      </Head>
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 2 }}>
        {isError && <Finding>The server does not answer. This page looks again by itself.</Finding>}
        {manage && data && <Begin families={data.families} />}
        {crafts.map((craft) => (
          <Box
            key={craft}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '120px minmax(0, 1fr)' },
              columnGap: 3,
              mb: 1,
            }}
          >
            <Box component="h2" sx={{ m: 0, pt: 1.5, fontSize: 'head', fontWeight: 600 }}>
              {craft}
            </Box>
            <Box>
              {axes
                .filter((a) => a.craft === craft)
                .map((a) => (
                  <AxisView key={a.bars[0]?.hash} axis={a} />
                ))}
            </Box>
          </Box>
        ))}
        {data && axes.length === 0 && (
          <Box sx={{ fontSize: 'name', py: 3 }}>{wanted ? `No sheet is called “${find}”.` : 'There are no sheets yet.'}</Box>
        )}
      </Box>
      <Foot>
        {data && (
          <Box sx={{ color: 'quiet' }}>
            {data.axes.reduce((n, a) => n + a.bars.length, 0)} sheets for {data.axes.length} rigs
          </Box>
        )}
      </Foot>
    </Box>
  );
}

function Begin({ families }: { families: { id: string; name: string; craft: string }[] }) {
  const begin = useBegin();
  const keep = useKeepSheet();
  const go = useNavigate();
  const file = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const load = async (chosen: File | undefined) => {
    if (!chosen) return;
    if (chosen.size > 2_000_000) {
      setProblem({
        type: '',
        title: '',
        status: 413,
        detail: `${chosen.name} is larger than any sheet: choose one file of at most 2 MB.`,
      });
      return;
    }
    let sheet: unknown;
    try {
      sheet = JSON.parse(await chosen.text());
    } catch {
      setProblem({
        type: '',
        title: '',
        status: 422,
        detail: `${chosen.name} is no sheet in the open format: choose a file that was exported here.`,
      });
      return;
    }
    const done = await keep(sheet, []);
    setProblem(done.problem ?? null);
    if (done.data) await go(`/sheets/${done.data.hash}`);
  };
  return (
    <Box sx={{ mb: 1 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5 }}>
        <Box
          component="select"
          aria-label="new sheet for"
          value=""
          onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
            void begin({ family: e.target.value }).then(setProblem);
          }}
          sx={{
            font: 'inherit',
            fontSize: 'plain',
            fontWeight: 600,
            minHeight: 48,
            px: 1.5,
            border: '2px solid',
            borderColor: 'text.primary',
            bgcolor: 'sheet',
            color: 'text.primary',
          }}
        >
          <option value="">New sheet for …</option>
          {families.map((f) => (
            <option key={f.id} value={f.id}>
              {f.name} ({f.craft})
            </option>
          ))}
        </Box>
        <Button component={Link} to="/set" sx={{ minHeight: 48, py: 0, px: 2, fontSize: 'plain' }}>
          From a manual’s figures
        </Button>
        <Button sx={{ minHeight: 48, py: 0, px: 2, fontSize: 'plain' }} onClick={() => file.current?.click()}>
          Import a file
        </Button>
        {keptDraft() !== null && (
          <Button
            variant="text"
            onClick={() => {
              void go('/sheets/draft');
            }}
          >
            carry on with the draft
          </Button>
        )}
        <input
          ref={file}
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
    </Box>
  );
}
