import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import type { BenchView, Part, Sentence } from '../api/client';
import { Finding } from '../parts/Finding';
import { Share } from '../parts/Share';
import { AnswerView } from './AnswerView';
import { BlankField } from './BlankField';
import { MakeRun } from './MakeRun';
import { useSession } from '../api/useSession';
import { keyOf, rowCount, withoutRow } from './rows';
import { TableBlank } from './TableBlank';
import { ThinThings } from '../parts/ThinThings';
import { useValues, useWorked } from '../api/useBench';

const hasLength = (s: Sentence) =>
  [...s.lines, ...s.rows.map((r) => r.line)].some((line) => line.some((p) => p.blank?.quantity === 'length'));

/** One calculation: the sentence with its blanks, the answer, the drawing that follows. */
export function SentenceView({ sentence, view }: { sentence: Sentence; view: BenchView }) {
  const [values, setValues] = useValues(sentence.name);
  const { worked, failed } = useWorked(sentence.name, values);
  const [added, setAdded] = useState<Record<string, number>>({});
  const [touched, setTouched] = useState({ key: '', label: '' }); // the blank for a length that was last written in
  const work = useSession().data?.work ?? false;
  const untouched = Object.keys(values).length === 0;
  const write = (key: string, text: string) => {
    setValues({ ...values, [key]: text });
  };
  const count = (rows: string) => Math.max(1, rowCount(values, rows), added[rows] ?? 0, untouched ? rowCount(sentence.example, rows) : 0);

  const part = (p: Part, i: number, row: number) => {
    if (!p.blank)
      return (
        <Box component="span" key={i} sx={{ ml: /^[,.;:]/.test(p.text ?? '') ? '-3px' : 0 }}>
          {p.text}
        </Box>
      );
    const { blank } = p;
    const keys = blank.each ? Array.from({ length: count(blank.each) }, (_, j) => `influence.${row}.${j}`) : [keyOf(blank.path, row)];
    return keys.map((key, j) => {
      const each = blank.each ? `, ${values[`${blank.each}.${j}.id`] ?? `${j + 1}`}` : '';
      const label = blank.label + (blank.path.includes('[]') ? `, ${row + 1}` : '') + each;
      const props = {
        id: `blank-${key}`,
        label,
        value: values[key] ?? '',
        example: untouched ? (sentence.example[key] ?? '') : '',
        echo: worked?.echoes[key],
        onChange: (text: string) => {
          write(key, text);
        },
      };
      if (blank.kind === 'table') return <TableBlank key={key} {...props} tables={view.tables} />;
      return (
        <BlankField
          key={key}
          {...props}
          blank={blank}
          onFocus={() => {
            setTouched(blank.quantity === 'length' ? { key, label: blank.label } : { key: '', label: '' });
          }}
        />
      );
    });
  };
  const line = (parts: Part[], row = 0) => parts.map((p, i) => part(p, i, row));
  const lines = { fontSize: { xs: 'name', md: 'name' }, lineHeight: '34px', m: 0, mb: 1 } as const;
  return (
    <Box
      component="article"
      aria-label={sentence.title}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 420px' },
        gridTemplateRows: 'auto 1fr',
        gridTemplateAreas: { xs: '"asked" "answer" "more"', lg: '"asked answer" "more answer"' },
        minHeight: { lg: '100%' },
      }}
    >
      <Box sx={{ gridArea: 'asked', px: { xs: 2, md: 3 }, pt: 2, minWidth: 0 }}>
        <Box component="h2" sx={{ m: 0, mb: 1.5, fontSize: 'title', fontWeight: 600, lineHeight: 1.15 }}>
          {sentence.title}
        </Box>
        {sentence.lines.map((l, i) => (
          <Box component="p" key={i} sx={lines}>
            {line(l)}
          </Box>
        ))}
        {sentence.rows.map((r) => (
          <Box key={r.name} sx={{ mb: 1 }}>
            {Array.from({ length: count(r.name) }, (_, i) => (
              <Box key={i} sx={{ display: 'flex', gap: 1, alignItems: 'flex-start' }}>
                <Box aria-hidden="true" sx={{ color: 'quiet', fontSize: 'note', lineHeight: '34px', minWidth: 20 }}>
                  {i + 1}
                </Box>
                <Box component="p" sx={{ ...lines, flex: 1 }}>
                  {line(r.line, i)}
                </Box>
                {!untouched && count(r.name) > 1 && (
                  <Button
                    variant="text"
                    sx={{ minWidth: 44, minHeight: 40, p: 0 }}
                    aria-label={`leave out ${r.add.replace('another ', '')} ${i + 1}`}
                    onClick={() => {
                      setAdded({ ...added, [r.name]: count(r.name) - 1 });
                      setValues(withoutRow(values, r.name, i));
                    }}
                  >
                    ✕
                  </Button>
                )}
              </Box>
            ))}
            <Button
              variant="text"
              sx={{ minHeight: 44, py: 0, ml: 2 }}
              onClick={() => {
                setAdded({
                  ...added,
                  [r.name]: (untouched ? Math.max(1, rowCount(values, r.name)) : count(r.name)) + 1,
                });
              }}
            >
              {r.add}
            </Button>
          </Box>
        ))}
      </Box>
      {worked && (
        <AnswerView worked={worked}>
          {sentence.leads && work && !untouched && worked.answer && <MakeRun name={sentence.name} values={values} view={view} />}
        </AnswerView>
      )}
      <Box sx={{ gridArea: 'more', px: { xs: 2, md: 3 }, pb: 2, minWidth: 0 }}>
        {sentence.more.length > 0 && (
          <Box sx={{ borderLeft: '3px solid', borderColor: 'divider', pl: 2, mb: 1 }}>
            <Box sx={{ fontSize: 'fine', color: 'quiet' }}>if you know it</Box>
            {sentence.more.map((l, i) => (
              <Box component="p" key={i} sx={{ ...lines, fontSize: { xs: 'text', md: 'plain' }, mb: 0.5 }}>
                {line(l)}
              </Box>
            ))}
          </Box>
        )}
        {failed && <Finding>The server does not answer: what you wrote stands here and in the address.</Finding>}
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, mt: 1 }}>
          {hasLength(sentence) && (
            <ThinThings
              things={view.thin}
              blank={touched.label}
              onTake={(text) => {
                write(touched.key, text);
              }}
            />
          )}
          {sentence.path && (
            <Button component={Link} to="/routing">
              Lay the path out
            </Button>
          )}
          {!untouched && <Share of="this sum" copied="Copied: whoever opens it sees these figures." />}
          {!untouched && (
            <Button
              variant="text"
              onClick={() => {
                setAdded({});
                setValues({});
              }}
            >
              empty the blanks
            </Button>
          )}
        </Box>
      </Box>
    </Box>
  );
}
