import Box from '@mui/material/Box';
import { Link, useParams } from 'react-router';
import type { Years } from '../api/client';
import { readDay } from '../days';
import { DueRuler } from '../parts/DueRuler';
import { Foot, Head } from '../parts/Frame';
import { useDue } from '../api/useDue';
import { useYears } from '../api/useYears';
import { YearPlot } from './YearPlot';

type Line = Years['lines'][number];

/** What the visits to a machine say together: what runs out, and when. */
export function YearsScreen() {
  const { id = '' } = useParams();
  const { data } = useYears(id);
  const due = (useDue().data?.due ?? []).filter((d) => d.machine === id && d.on !== '').map((d) => ({ ...d, says: d.what }));
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab={data ? `${data.machine}, over the years` : 'Years'} rooms />
      <Box component="main" sx={{ flex: 1, px: { xs: 1.5, md: 2.75 }, py: 2 }}>
        {data && (
          <>
            <Box component="h1" sx={{ m: 0, fontSize: 'large', fontWeight: 600, lineHeight: 1.15 }}>
              <Box component={Link} to={`/machine/${id}`} sx={{ color: 'text.primary', textDecoration: 'none' }}>
                {data.machine}
              </Box>
            </Box>
            <Box sx={{ fontSize: 'plain', color: 'quiet' }}>{under(data)}</Box>
            <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 320px' }, columnGap: 5 }}>
              <Box>
                {data.lines.map((l) => (
                  <LineOver key={`${l.cable} ${l.name} ${l.reads}`} line={l} meter={data.meter} today={data.today} />
                ))}
                {data.lines.length === 0 && (
                  <Box sx={{ mt: 2 }}>Nothing was signed here yet: what wears shows from the first visit on.</Box>
                )}
              </Box>
              {due.length > 0 && <DueRuler due={due} today={data.today} plan />}
            </Box>
          </>
        )}
      </Box>
      <Foot />
    </Box>
  );
}

const group = (n: number) => Math.round(n).toLocaleString('en-GB');

function under(data: Years): string {
  return [
    data.shows != null && `about ${group(data.shows)} ${data.meter}`,
    data.month != null && `about ${data.month < 20 ? data.month.toFixed(1) : group(data.month)} a month`,
    `${String(data.visits)} ${data.visits === 1 ? 'visit' : 'visits'}${data.since ? ` since ${readDay(data.since)}` : ''}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

/** One line of wear: what it comes to, its picture, what is to be done, and the visits as a table. */
function LineOver({ line, meter, today }: { line: Line; meter: string; today: string }) {
  const urgent = line.ends === 'now' || line.ends === 'soon';
  const quiet = line.visits.length < 2;
  return (
    <Box component="section" aria-label={`${line.called}, ${line.name}`} sx={{ mt: 2.5 }}>
      <Box
        component="h2"
        sx={{ m: 0, fontSize: 'name', fontWeight: 600, lineHeight: 1.3, '&::first-letter': { textTransform: 'uppercase' } }}
      >
        {line.called}, {line.name}{' '}
        <Box component="span" sx={urgent ? { color: 'error.main' } : { color: 'quiet', fontWeight: 400 }}>
          {line.head}
        </Box>
      </Box>
      {!quiet && <YearPlot line={line} today={today} says={`${line.called}, ${line.name}: ${[line.head, ...line.left].join(', ')}`} />}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2.5, fontSize: 'text' }}>
        {line.left.map((t, i) => (
          <Box key={t} component="span" sx={i === 0 && urgent ? { fontWeight: 600, color: 'primary.main' } : {}}>
            {t}
          </Box>
        ))}
        {!quiet && (
          <Box component="span" sx={{ color: 'quiet' }}>
            hollow: as found · solid: as left{line.room != null ? `, ${line.unit === 'clicks' ? 'clicks' : 'turns'} taken up` : ''}
          </Box>
        )}
      </Box>
      {line.wear.jumps.map((j) => (
        <Box key={j.visit} sx={{ fontSize: 'text', fontWeight: 500, color: 'error.main' }}>
          {j.says}
        </Box>
      ))}
      {line.says.length > 0 && (
        <Box
          sx={{
            mt: 1,
            px: 2,
            py: 1.25,
            bgcolor: 'sheet',
            borderLeft: '8px solid',
            borderColor: urgent ? 'primary.main' : 'divider',
            fontSize: 'plain',
          }}
        >
          {line.says.map((t, i) => (
            <Box key={t} component="span" sx={{ mr: 1, fontWeight: i === 0 && urgent ? 600 : 400 }}>
              {t}
            </Box>
          ))}
        </Box>
      )}
      <Visits line={line} meter={meter} />
    </Box>
  );
}

/** The same as a table, each visit leading to its record. */
function Visits({ line, meter }: { line: Line; meter: string }) {
  const figure = (n: number) => `${String(Math.round(n * 100) / 100)} ${line.unit}`;
  return (
    <Box component="details" sx={{ mt: 0.5, fontSize: 'text' }}>
      <Box component="summary" sx={{ minHeight: 44, py: 1, cursor: 'pointer', color: 'quiet' }}>
        {line.visits.length === 1 ? 'The visit' : `The ${String(line.visits.length)} visits`}, and why
      </Box>
      <Box sx={{ overflowX: 'auto' }}>
        <Box component="table" sx={{ borderCollapse: 'collapse', '& td, & th': { textAlign: 'left', pr: 2, py: 0.75, fontWeight: 400 } }}>
          <thead>
            <tr>
              {['visit', meter, 'as found', 'as left', 'turned'].map((h) => (
                <Box component="th" key={h} sx={{ color: 'quiet' }}>
                  {h}
                </Box>
              ))}
            </tr>
          </thead>
          <tbody>
            {line.visits.map((y) => (
              <tr key={y.run}>
                <td>
                  <Box component={Link} to={`/record/${y.run}`} sx={{ color: 'text.primary', py: 1 }}>
                    {y.day}
                  </Box>
                </td>
                <td>{meter === 'days' ? '' : group(y.usage)}</td>
                <td>{figure(y.found)}</td>
                <td>{figure(y.left)}</td>
                <td>{y.turns === 0 ? 'not turned' : Math.round(y.turns * 100) / 100}</td>
              </tr>
            ))}
          </tbody>
        </Box>
      </Box>
      {line.wear.why.map((w) => (
        <Box key={w} sx={{ color: 'quiet' }}>
          {w}
        </Box>
      ))}
    </Box>
  );
}
