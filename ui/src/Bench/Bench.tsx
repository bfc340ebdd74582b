import Box from '@mui/material/Box';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { Finding } from '../parts/Finding';
import { Foot, Head } from '../parts/Frame';
import { Finder } from './Finder';
import { SentenceView } from './SentenceView';
import { useBench } from '../api/useBench';

/** The calculations as sentences: found by what one wants to know, written in, answered in words and a drawing. */
export function BenchScreen() {
  const { name } = useParams();
  const [find, setFind] = useState('');
  const { data, isError } = useBench(find);
  const phone = useMediaQuery('(max-width: 899px)');
  const sentence = data?.sentences.find((s) => s.name === name);
  if (!name && !phone) return <Navigate to="/bench/adjuster" replace />;
  return (
    <Box sx={{ minHeight: '100dvh', height: { md: '100dvh' }, display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab={sentence ? `${sentence.title} · Bench` : 'Bench'} rooms />
      <Box
        component="main"
        sx={{
          flex: 1,
          minHeight: 0,
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '276px minmax(0, 1fr)' },
        }}
      >
        {(!phone || !name) && data && <Finder view={data} find={find} setFind={setFind} shown={name ?? ''} />}
        {(!phone || name) && (
          <Box tabIndex={-1} sx={{ overflowY: { md: 'auto' }, borderLeft: { md: '1px solid' }, borderColor: { md: 'divider' } }}>
            {phone && (
              <Box
                component={Link}
                to="/bench"
                sx={{
                  display: 'inline-flex',
                  alignItems: 'center',
                  minHeight: 44,
                  px: 2,
                  pt: 1,
                  color: 'text.primary',
                }}
              >
                all questions
              </Box>
            )}
            {isError && <Finding>The server does not answer. What you wrote stays; this page looks again by itself.</Finding>}
            {data && name && !sentence && <Finding>There is no such question. Choose one of the list.</Finding>}
            {data && sentence && <SentenceView key={sentence.name} sentence={sentence} view={data} />}
          </Box>
        )}
      </Box>
      <Foot />
    </Box>
  );
}
