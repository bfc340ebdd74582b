import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Bay, Bays as BaysData } from '../api/client';
import { Finding } from '../parts/Finding';
import { Foot, Head } from '../parts/Frame';
import { useSession } from '../api/useSession';
import { Empty } from './Empty';
import { BayLineView } from './BayLineView';
import { DueRuler } from '../parts/DueRuler';
import { useSlash } from '../parts/useSlash';
import { useStart } from '../parts/useStart';
import { FindBlank } from '../parts/FindBlank';
import { Hits } from './Hits';
import { useBays } from '../api/useBays';

/** The machines on the floor, their lines drawn small, and what comes due. */
export function Bays() {
  const { data } = useBays();
  const [find, setFind] = useState('');
  const { start, problem } = useStart();
  const go = useNavigate();
  const field = useSlash();
  const session = useSession().data;
  const manage = session?.manage ?? false;
  const wanted = find.trim().toLowerCase();
  const machines = (data?.machines ?? []).filter(
    (m) => wanted === '' || `${m.name} ${m.note} ${m.lines.map((l) => l.name).join(' ')}`.toLowerCase().includes(wanted),
  );
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab="Bays" about={data?.workshop ?? ''} rooms>
        <FindBlank
          field={field}
          label="find a machine, cable, sheet"
          hint="/ find a machine, cable, sheet"
          value={find}
          onChange={setFind}
          wide
        />
      </Head>
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 2 }}>
        <Hits find={find} />
        {data?.broken && <Finding>{data.broken}</Finding>}
        {problem && <Finding>{problem}</Finding>}
        {data?.open && !session?.shows && <CarryOn open={data.open} />}
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 290px' },
            columnGap: 5,
          }}
        >
          <Box>
            {machines.map((m) => (
              <Machine
                key={m.id}
                bay={m}
                work={session?.work ?? false}
                shows={session?.shows ?? false}
                onOpen={(cable, run) => void start(m.id, cable, run)}
                onRecord={(run) => void go(`/record/${run}`)}
                onSheet={() => void go(`/machine/${m.id}`)}
              />
            ))}
            {data?.machines.length === 0 && wanted === '' && <Empty manage={manage} />}
            {data &&
              machines.length === 0 &&
              wanted.length === 1 && ( // from two letters on what is found is told above
                <Box sx={{ py: 3, fontSize: 'name' }}>Nothing on the floor is called “{find}”.</Box>
              )}
          </Box>
          {data && data.machines.length > 0 && <DueRuler due={data.due} today={data.today} times={data.times || 'UTC'} plan />}
        </Box>
      </Box>
      <Foot>
        {data && (
          <Box sx={{ color: 'quiet' }}>
            {manage && (
              <>
                <Box component={Link} to="/set" sx={{ color: 'text.primary' }}>
                  set a cable from its manual
                </Box>{' '}
                ·{' '}
                <Box component={Link} to="/machine/new" sx={{ color: 'text.primary' }}>
                  another machine
                </Box>{' '}
                ·{' '}
              </>
            )}
            {data.machines.length} machines on the floor · {data.count} cables open
          </Box>
        )}
      </Foot>
    </Box>
  );
}

function CarryOn({ open }: { open: NonNullable<BaysData['open']> }) {
  const go = useNavigate();
  const says = [
    `Last done: ${open.resume.last}`,
    ...(open.resume.finger_tight.length > 0 ? [`Finger tight: ${open.resume.finger_tight.join(', ')}`] : []),
    ...(open.stands.length > 0 ? [`Stands otherwise: ${open.stands.join('; ')}`] : []),
  ];
  return (
    <Box
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 2,
        bgcolor: 'sheet',
        borderLeft: '8px solid',
        borderColor: 'primary.main',
        px: 2.5,
        py: 1.5,
        mb: 2.5,
      }}
    >
      <Box sx={{ flex: '1 1 300px' }}>
        <Box sx={{ fontSize: 'head', fontWeight: 600 }}>{open.title}</Box>
        <Box sx={{ fontSize: 'plain' }}>{says.join('. ')}.</Box>
      </Box>
      <Button variant="contained" onClick={() => void go(`/run/${open.run}`)}>
        Carry on
      </Button>
    </Box>
  );
}

function Machine({
  bay,
  work,
  shows,
  onOpen,
  onRecord,
  onSheet,
}: {
  bay: Bay;
  work: boolean;
  shows: boolean;
  onSheet: () => void;
  onOpen: (cable: string, run?: string) => void;
  onRecord: (run: string) => void;
}) {
  return (
    <Box
      component="section"
      aria-label={bay.name}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '196px minmax(0, 1fr)' },
        columnGap: 2,
        py: 1,
        borderBottom: '1px solid',
        borderColor: 'divider',
      }}
    >
      <Box>
        <Box component="h2" sx={{ m: 0, fontSize: 'head', fontWeight: 600 }}>
          <Box
            {...(bay.id ? { component: Link, to: `/machine/${bay.id}` } : {})}
            sx={{
              color: 'text.primary',
              textDecoration: 'none',
              display: 'inline-block',
              minHeight: 32,
              '&:hover': { textDecoration: bay.id ? 'underline' : 'none' },
            }}
          >
            {bay.name}
          </Box>
        </Box>
        <Box sx={{ fontSize: 'fine', color: 'quiet' }}>
          {bay.craft === 'aircraft' ? 'aircraft · ' : ''}
          {bay.note}
        </Box>
        {bay.open.map((o) => (
          <Box key={o} sx={{ fontSize: 'fine', fontWeight: 600, color: 'error.main', lineHeight: 1.25 }}>
            {o}
          </Box>
        ))}
      </Box>
      <Box>
        {bay.lines.map((l) => (
          <BayLineView key={l.run ?? l.cable} line={l} work={work} shows={shows} onOpen={onOpen} onRecord={onRecord} onSheet={onSheet} />
        ))}
      </Box>
    </Box>
  );
}
