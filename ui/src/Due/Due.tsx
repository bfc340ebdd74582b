import Box from '@mui/material/Box';
import { useDue } from '../api/useDue';
import { useSession } from '../api/useSession';
import { readDay } from '../days';
import { DueRuler } from '../parts/DueRuler';
import { Foot, Head } from '../parts/Frame';
import { Calendars } from './Calendars';
import { Labels } from './Labels';
import { VisitBox } from './VisitBox';
import { Weeks } from './Weeks';

/** What comes due on a ruler, and the visits that would do it: dragged or typed to a day, taken along by any calendar. */
export function DueScreen() {
  const { data } = useDue();
  const session = useSession().data;
  const work = session?.work ?? false;
  const dated = data?.due.filter((d) => d.on !== '') ?? [];
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab="Coming due" rooms />
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 2 }}>
        <Box component="h1" sx={{ m: 0, fontSize: 'large', fontWeight: 600, lineHeight: 1.15 }}>
          Coming due
        </Box>
        {data && (
          <>
            <Box sx={{ fontSize: 'plain', color: 'quiet', mb: 1.5 }}>
              today, {readDay(data.today)} · {data.visits.length === 1 ? 'one visit' : `${String(data.visits.length)} visits`}
            </Box>
            {data.visits.length > 0 && <Weeks visits={data.visits} today={data.today} work={work} />}
            <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 320px' }, columnGap: 5 }}>
              <Box>
                {data.visits.map((v) => (
                  <VisitBox key={v.machine} visit={v} due={data.due} work={work} />
                ))}
                {data.due.length === 0 && <Box sx={{ mt: 2 }}>Nothing comes due: nothing was signed here yet.</Box>}
                <Calendars manage={session?.manage ?? false} />
                <Labels />
              </Box>
              {dated.length > 0 && <DueRuler due={dated} today={data.today} />}
            </Box>
          </>
        )}
      </Box>
      <Foot />
    </Box>
  );
}
