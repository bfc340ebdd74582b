import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { api, type Advice, type Heard, type Problem } from '../api/client';
import { useChange } from '../api/ask';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';

type Asked = NonNullable<NonNullable<Advice['check']>['figures']>[number];
export type Typed = Record<string, string>;

interface Props {
  figures: Asked[];
  typed: Typed;
  onChange: (typed: Typed) => void;
  error: (figure: string) => string;
}

/** What is read with a proof: a blank for each figure, those of a table in their rows and columns. */
export function Figures({ figures, typed, onChange, error }: Props) {
  const columns = [...new Set(figures.map((f) => f.column ?? '').filter(Boolean))];
  const rows = [...new Set(figures.map((f) => f.row ?? '').filter(Boolean))];
  const blank = (f: Asked, name: string) => (
    <Blank
      label={[
        `${name}, ${f.unit === 'deg' ? '° or %' : f.unit}`,
        f.wants && `wanted ${f.wants.replace(` ${f.unit}`, '')}`,
        f.found && `as found ${f.found.replace(` ${f.unit}`, '')}`,
      ]
        .filter(Boolean)
        .join(' · ')}
      width="100%"
      figures={f.unit !== 'deg'} // a slope may be written in %
      value={typed[f.id] ?? ''}
      error={error(f.id)}
      onChange={(text) => {
        onChange({ ...typed, [f.id]: text });
      }}
    />
  );
  return (
    <Box sx={{ mt: 1.5, display: 'grid', gap: 1, maxWidth: 720 }}>
      {rows.map((row) => (
        <Box
          key={row}
          role="group"
          aria-label={row}
          sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '128px 1fr' }, alignItems: 'start', columnGap: 1.5 }}
        >
          <Box sx={{ fontSize: 'text', fontWeight: 600, pt: { md: 4 } }}>{row}</Box>
          <Box sx={{ display: 'grid', gridTemplateColumns: `repeat(${columns.length}, minmax(0, 1fr))`, gap: 1.5, alignItems: 'start' }}>
            {columns.map((column) => {
              const f = figures.find((x) => x.row === row && x.column === column);
              return <Box key={column}>{f && blank(f, column)}</Box>;
            })}
          </Box>
        </Box>
      ))}
      {figures
        .filter((f) => !f.row)
        .map((f) => (
          <Box key={f.id} sx={{ maxWidth: 360 }}>
            {blank(f, f.name)}
          </Box>
        ))}
    </Box>
  );
}

/** A line to dictate into while somebody else drives: what it says is put into the blanks, and what fits none is said. */
export function Dictated({ run, check, onHeard }: { run: string; check: string; onHeard: (typed: Typed) => void }) {
  const [text, setText] = useState('');
  const [aside, setAside] = useState<string[]>([]);
  const [problem, setProblem] = useState<Problem | null>(null);
  const hear = useChange<Heard>();
  const take = async () => {
    const got = await hear(() => api.POST('/api/v1/runs/{run}/hear', { params: { path: { run } }, body: { check, text } }));
    setProblem(got.problem ?? null);
    if (!got.data) return;
    onHeard(Object.fromEntries(got.data.figures.map((f) => [f.figure, f.text])));
    setAside(got.data.aside);
    setText('');
  };
  return (
    <Box
      component="form"
      noValidate
      sx={{ mt: 1.5, maxWidth: 720 }}
      onSubmit={(e) => {
        e.preventDefault();
        void take();
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'flex-end', gap: 1.5 }}>
        <Blank label="Say or type it: light up 27, down 19" value={text} onChange={setText} />
        <Button type="submit" disabled={text.trim() === ''} sx={{ minHeight: 48, whiteSpace: 'nowrap' }}>
          Fill in
        </Button>
      </Box>
      {aside.length > 0 && <Box sx={{ fontSize: 'note' }}>Not taken: {aside.join(', ')}</Box>}
      {problem && <Finding>{problem.detail}</Finding>}
    </Box>
  );
}
