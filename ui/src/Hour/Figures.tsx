import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Picture } from '../api/client';
import { useSession } from '../api/useSession';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';
import { Head, lasting } from '../parts/Frame';
import { Pick } from '../parts/Pick';
import { PictureView } from '../parts/PictureView';
import { OneOf, Toggle } from '../parts/Toggle';
import { useStored } from '../stored';
import { FigureRow } from './FigureRow';
import { Paste } from './Paste';
import { useBegin } from './useBegin';
import { useFoundGood, useHour, useTexts } from './useHour';

const byFunction = 'function';
const images = 'image/jpeg,image/png,image/webp';

/** The mechanism; on a phone the half of it that is lit. */
function Drawn({ picture }: { picture: Picture }) {
  const ref = useRef<HTMLDivElement>(null);
  const right = picture.shapes.some((s) => s.tone === 'now' && (s.points[0] ?? 0) > 600);
  useEffect(() => {
    if (ref.current) ref.current.scrollTop = right ? ref.current.scrollHeight / 2 : 0;
  }, [right, picture]);
  return (
    <Box ref={ref} sx={{ maxHeight: { xs: 150, sm: 'none' }, overflow: 'hidden' }}>
      <PictureView picture={picture} />
    </Box>
  );
}

/** What the manual says of a cable, beside its mechanism; with a machine's name it begins. */
export function FiguresScreen() {
  const family = useParams().family ?? '';
  const [school, setSchool] = useStored(`draft.hour.${family}.school`);
  const { texts, write, clear } = useTexts(family, school);
  const [touched, setTouched] = useState('');
  const [machine, setMachine] = useStored('draft.hour.machine');
  const [serial, setSerial] = useStored('draft.hour.serial');
  const [source, setSource] = useStored('draft.hour.source');
  const session = useSession().data;
  const [photo, setPhoto] = useState<File>();
  const found = useFoundGood(family, school).data ?? [];
  const { data, error } = useHour(family, school, texts, touched);
  const { begin, at, problem, busy } = useBegin(() => {
    clear();
    for (const blank of [setMachine, setSerial, setSource]) blank('');
  });
  if (!data) return <Head title={error ? 'There is no such cable' : ''} tab="Set a cable" />;
  const given = data.page.read.filter((r) => r.says !== '' && r.says !== 'the manual does not say').length;
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title={data.name} tab={data.name} about="what its manual says">
        <Box component={Link} to="/set" sx={{ color: 'text.primary', fontWeight: 600, px: 1, py: 1.5 }}>
          another cable
        </Box>
      </Head>
      <Box component="main" sx={{ flex: 1 }}>
        {data.picture && <Drawn picture={data.picture} />}
        <Box
          component="form"
          id="figures"
          aria-label="What the manual says"
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 400px' },
            columnGap: 4,
            px: { xs: 1.5, md: 2.75 },
            pb: 1.5,
          }}
          onSubmit={(e: React.SyntheticEvent) => {
            e.preventDefault();
            void begin({ family, school, texts, source, machine, serial }, photo, () => {
              setPhoto(undefined);
            });
          }}
        >
          <Box>
            {session && !session.manage && <Finding>Whoever leads the workshop keeps sheets: ask them to set this one up.</Finding>}
            {data.by_function && (
              <Toggle
                on={data.school === byFunction}
                onToggle={() => {
                  setSchool(data.school === byFunction ? '' : byFunction);
                }}
              >
                No manual at hand: by function and feel
              </Toggle>
            )}
            {data.schools.length > 1 && data.school !== byFunction && (
              <Box sx={{ my: 1 }}>
                <OneOf
                  label="how it is set"
                  options={data.schools.map((s) => ({ id: s.id, name: s.name }))}
                  value={data.school}
                  onChange={setSchool}
                />
              </Box>
            )}
            {data.asks.map((ask) => (
              <FigureRow
                key={ask.id}
                ask={ask}
                text={texts[ask.id] ?? ''}
                read={data.page.read.find((r) => r.id === ask.id)}
                fault={at(`texts.${ask.id}`)}
                touched={touched === ask.id}
                offers={found.filter((f) => f.ask === ask.id)}
                onWrite={(text) => {
                  write({ [ask.id]: text });
                }}
                onTouch={() => {
                  setTouched(ask.id);
                }}
              />
            ))}
          </Box>
          <Box sx={{ pt: { xs: 1, lg: 2 } }}>
            <Box sx={{ fontSize: 'note', color: 'quiet', mb: 1 }} role="status">
              {data.page.open.length > 0
                ? `${given} given; those with * are wanted.`
                : `${given} of ${data.asks.length} given. What is faint is usual for such a cable: it is taken as it stands, marked assumed, and learnt from the first turn on.`}
            </Box>
            <Box sx={{ display: 'grid', gap: 1 }}>
              {problem && <Finding>{problem}</Finding>}
              <Blank label="its plate, if at hand" value={serial} onChange={setSerial} error={at('serial')} />
              <Blank label="the manual: title, page, edition" value={source} onChange={setSource} error={at('source')} />
              <Paste family={family} school={school} asks={data.asks} texts={texts} onWrite={write} />
              <Pick
                quiet
                label={photo ? `✓ ${photo.name}` : 'Photo of the page'}
                accept={images}
                capture="environment"
                busy={busy}
                onFile={setPhoto}
              />
              <Box sx={{ fontSize: 'note', color: 'quiet' }}>{lasting}</Box>
            </Box>
          </Box>
        </Box>
      </Box>
      <Box
        component="footer"
        sx={{
          position: 'sticky',
          bottom: 0,
          bgcolor: 'background.default',
          borderTop: '2px solid',
          borderColor: 'text.primary',
          px: { xs: 1.5, md: 2.75 },
          py: 1,
          display: 'flex',
          gap: 1.5,
          alignItems: 'flex-end',
        }}
      >
        <Blank label="on which machine? a name is enough" value={machine} onChange={setMachine} width={420} error={at('machine')} />
        <Button
          type="submit"
          form="figures"
          variant="contained"
          disabled={busy || !session?.manage}
          sx={{ minHeight: 52, px: 2.5, ml: 'auto', flexShrink: 0 }}
        >
          Set it now
        </Button>
      </Box>
    </Box>
  );
}
