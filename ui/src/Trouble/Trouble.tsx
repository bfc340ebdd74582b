import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { problemIn } from '../api/client';
import { Finding } from '../parts/Finding';
import { Foot, Head } from '../parts/Frame';
import { PictureView } from '../parts/PictureView';
import { useSession } from '../api/useSession';
import { Ends, keepPath } from './Ends';
import { Excludes } from './Excludes';
import { Felt } from './Felt';
import { First } from './First';
import { Given } from './Given';
import { Heard } from './Heard';
import { Ladder } from './Ladder';
import { Moved } from './Moved';
import { NextTest } from './NextTest';
import { On } from './On';
import { together, useAsked, useBegin, useTrouble } from './useTrouble';

/** From what is felt to the first thing to look at. */
export function TroubleScreen() {
  const { about, own, turn, answer, standAt, begin: start } = useAsked();
  const { data: begin, error: unknown } = useBegin(about);
  const asked = together(begin, own);
  const known = asked.said.length + asked.answers.length + asked.when.length > 0;
  const { data, error } = useTrouble(about, asked, begin !== undefined);
  const view = known ? data : undefined;
  const [chosen, setChosen] = useState('');
  const who = useSession().data?.person?.name ?? '';
  const go = useNavigate();
  const problem = problemIn(error ?? unknown);
  const picture = view?.picture ?? begin?.picture;
  const cause = view?.causes.find((c) => c.id === chosen) ?? view?.causes[0];
  const told = (test: string, text: string) => {
    setChosen('');
    answer(test, text);
  };
  const on = <On about={about} title={begin?.title ?? ''} start={start} />;
  const done = [...asked.answers.map((a) => a.test), ...asked.skipped];
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head
        title="Brankel"
        tab={begin ? `Trouble · ${begin.title}` : 'Trouble'}
        about={begin ? `${begin.title}: ${begin.about}` : ''}
        rooms
      />
      <Box
        component="main"
        sx={{
          flex: 1,
          display: 'grid',
          gridTemplateColumns: {
            xs: 'minmax(0, 1fr)',
            sm: 'minmax(0, 1fr) minmax(0, 1fr)',
            lg: '310px minmax(0, 1fr) 350px',
          },
          columnGap: 3,
          rowGap: 2.5,
          alignContent: 'start',
          px: { xs: 1.5, md: 2.75 },
          pb: 1.5,
        }}
      >
        {picture && (
          <Box sx={{ gridColumn: '1 / -1', minWidth: 0, mx: { xs: -1.5, md: -2.75 } }}>
            <PictureView picture={picture} />
          </Box>
        )}
        {view?.stop && (
          <Box sx={{ gridColumn: '1 / -1', minWidth: 0, my: -1.5 }}>
            <Finding>{view.stop}</Finding>
          </Box>
        )}
        {/* on a phone the next test comes first, then the causes, then the words */}
        <Box sx={{ minWidth: 0, order: { xs: known ? 4 : 0, sm: 0 }, ...(known ? {} : { gridColumn: '1 / -1' }) }}>
          {Object.values(about).every((v) => v === '') ? <First start={start} floor={on} /> : on}
          {begin && (
            <Felt
              about={about}
              begin={begin}
              asked={asked}
              turn={turn}
              heard={view && !error && <Heard about={about} begin={begin} asked={asked} view={view} turn={turn} />}
            />
          )}
        </Box>
        <Box sx={{ minWidth: 0, gridColumn: { sm: '1 / span 2', lg: 'auto' }, order: { xs: 3, lg: 0 } }}>
          {(error ?? unknown) && <Finding>{problem?.detail ?? 'The server does not answer. What was said stands in the address.'}</Finding>}
          {known && (
            <Given
              asked={asked}
              list={begin?.list.tests ?? []}
              ofRun={begin?.known.answers?.map((a) => a.test) ?? []}
              standAt={standAt}
              answer={told}
            />
          )}
          {view && !error && <Ladder view={view} chosen={chosen} onChoose={setChosen} done={done} answer={told} />}
        </Box>
        <Box sx={{ minWidth: 0 }}>
          {view && !error && (
            <Box sx={{ display: { lg: 'none' } }}>
              <Excludes view={view} done={done} answer={told} />
            </Box>
          )}
          {view && !error && (
            <NextTest
              view={view}
              at={asked.at}
              done={done.includes(view.next?.test ?? '')}
              standAt={standAt}
              answer={told}
              skip={(test) => {
                turn('skip', test);
              }}
            />
          )}
          {view && !error && <Moved view={view} />}
          {view && begin && cause && !error && <Ends cause={cause} begin={begin} asked={asked} />}
        </Box>
      </Box>
      <Foot>
        {begin && (
          <Box component={Link} to={`/trouble/shop?family=${begin.family}`} sx={{ color: 'text.primary', py: 1, mr: 2 }}>
            this shop’s own numbers
          </Box>
        )}
        {about.run && (
          <Button
            variant="text"
            sx={{ minHeight: 40, fontSize: 'fine' }}
            onClick={() => {
              if (view) keepPath(about.run, who, asked, {});
              void go(`/run/${about.run}`);
            }}
          >
            back to the run
          </Button>
        )}
      </Foot>
    </Box>
  );
}
