import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { whyNot } from '../api/ask';
import type { Composable, Problem } from '../api/client';
import { useBegin, useComposable, useCompose } from '../api/usePractice';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';
import { Foot, Head } from '../parts/Frame';
import { PictureView } from '../parts/PictureView';
import { OneOf, Toggle } from '../parts/Toggle';
import { gradeChoices } from './grades';

/** An exercise made of a sheet: faults chosen beside its picture, tried before anybody is handed it. */
export function ComposeScreen() {
  const [params] = useSearchParams();
  const sheet = params.get('sheet') ?? '';
  const { data, error } = useComposable(sheet);
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="An exercise" about={data?.title ?? ''} home={false}>
        <Button variant="text" component={Link} to="/practice">
          practice
        </Button>
      </Head>
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 2 }}>
        {error && <Finding>{whyNot(error)}</Finding>}
        {data && <Write key={sheet} of={data} />}
      </Box>
      <Foot />
    </Box>
  );
}

const sizes = [
  { id: '0.15', name: 'small' },
  { id: '0.5', name: 'plain' },
  { id: '0.9', name: 'large' },
];
const most = 3;

function Write({ of }: { of: Composable }) {
  const [chosen, setChosen] = useState<Record<string, string>>({});
  const [texts, setTexts] = useState({ title: '', complaint: '', learns: '', would: '' });
  const [grade, setGrade] = useState('2');
  const [place, setPlace] = useState(of.places[0]?.id ?? '');
  const [problem, setProblem] = useState<Problem | null>(null);
  const compose = useCompose();
  const { begin } = useBegin();
  const go = useNavigate();
  const causes = Object.entries(chosen).map(([cause, size]) => ({ cause, size: Number(size) }));
  const full = causes.length >= most;
  const here = of.faults.filter((f) => f.place === place || chosen[f.id] !== undefined);
  const at = (field: string) => (problem?.field === field ? problem.detail : '');
  const text = (field: keyof typeof texts, label: string) => (
    <Blank
      label={label}
      value={texts[field]}
      onChange={(t) => {
        setTexts({ ...texts, [field]: t });
      }}
      error={at(field)}
      lines={field === 'title' ? 1 : 2}
    />
  );
  const make = async () => {
    const made = await compose({ sheet: of.sheet, ...texts, grade: Number(grade), causes });
    setProblem(made.problem ?? null);
    if (!made.data) return;
    const { data, problem } = await begin({ exercise: made.data.id });
    setProblem(problem ?? null);
    if (data) await go(`/run/${data.id}`);
  };
  const known = ['title', 'complaint', 'learns', 'would'];
  return (
    <>
      {of.picture && (
        <PictureView
          picture={of.picture}
          onMark={(mark) => {
            setPlace(of.places.find((p) => p.mark === mark)?.id ?? place);
          }}
        />
      )}
      <Box component="h2" sx={{ m: 0, fontSize: 'title', fontWeight: 600 }}>
        What is wrong with it?
      </Box>
      <Box role="status" sx={{ fontSize: 'text', color: 'quiet', mb: 1 }}>
        Tap a place on the picture. Up to three; the first is what is to be found and named.
        {full && ' Three are there: put one back for another.'}
      </Box>
      <OneOf label="where" options={of.places.map((p) => ({ id: p.id, name: `${p.mark} ${p.name}` }))} value={place} onChange={setPlace} />
      <Box role="group" aria-label="faults" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1 }}>
        {here.map((f) => {
          const size = chosen[f.id];
          return (
            <Box key={f.id} sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
              <Toggle
                on={size !== undefined}
                onToggle={() => {
                  const rest = Object.fromEntries(Object.entries(chosen).filter(([id]) => id !== f.id));
                  setChosen(size === undefined ? { ...rest, ...(full ? {} : { [f.id]: '0.5' }) } : rest);
                }}
              >
                {f.says}
              </Toggle>
              {size !== undefined && (
                <OneOf
                  label={`how much: ${f.says}`}
                  options={sizes}
                  value={size}
                  onChange={(s) => {
                    setChosen({ ...chosen, [f.id]: s });
                  }}
                />
              )}
            </Box>
          );
        })}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '1fr 1fr' }, gap: 2, mt: 3, maxWidth: 980 }}>
        {text('title', 'its title: the complaint in few words')}
        {text('complaint', 'the complaint, in the owner’s words')}
        {text('learns', 'what is to be learnt, told in the end')}
        {text('would', 'what it leads to, set wrong')}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'flex-end', gap: 2, mt: 2 }}>
        <Box>
          <Box sx={{ fontSize: 'note', color: 'quiet' }}>grade</Box>
          <OneOf label="grade" options={gradeChoices} value={grade} onChange={setGrade} />
        </Box>
        <Button variant="contained" onClick={() => void make()}>
          Make it, and try it
        </Button>
      </Box>
      {problem && !known.includes(problem.field ?? '') && <Finding>{problem.detail}</Finding>}
      <Box sx={{ mt: 1, fontSize: 'note', color: 'quiet' }}>It is yours alone until you hand it out in the room of practice.</Box>
    </>
  );
}
