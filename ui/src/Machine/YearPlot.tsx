import Box from '@mui/material/Box';
import { ChartsReferenceLine } from '@mui/x-charts/ChartsReferenceLine';
import { LineChart } from '@mui/x-charts/LineChart';
import { useNavigate } from 'react-router';
import type { Years } from '../api/client';

type Line = Years['lines'][number];
const v = (name: string) => `var(--mui-palette-${name})`;
const text = { fontSize: 'var(--fine)', fontFamily: 'Barlow, sans-serif', fill: v('text-primary') };
const noon = (iso: string) => new Date(`${iso}T12:00:00Z`);

/** The places along time: each visit as found and as left, then where the line may run out. */
function placed(line: Line) {
  const turns = line.room != null;
  const visits = line.visits.flatMap((y) => [
    { at: noon(y.on), found: turns ? y.stood : y.found, left: null, run: y.run },
    { at: noon(y.on), found: null, left: turns ? y.stand : y.left, run: y.run },
  ]);
  const last = visits.at(-1)?.left ?? 0;
  const day = line.wear.runs_out.day;
  const told = (line.ends === 'soon' || line.ends === 'later') && day;
  const high = line.wear.rate.per_unit < 0 ? line.window[0] : line.window[1];
  const end = turns ? (line.room ?? 0) : (high ?? 0);
  const ends = told ? [day.low, day.median, day.high].map(noon) : [];
  return { visits, last, end, ends, turns };
}

/** Visits over the years: hollow as found, solid as left, and the fan to where nothing is left. Each mark leads to its record. */
export function YearPlot({ line, today, says }: { line: Line; today: string; says: string }) {
  const go = useNavigate();
  const { visits, last, end, ends, turns } = placed(line);
  const now = noon(today);
  const at = [...visits.map((p) => p.at), now, ...ends].sort((a, b) => a.getTime() - b.getTime());
  const from = visits.length - 1; // the place of the last visit as left
  const over = (value: (i: number) => number | null) => at.map((_, i) => value(i));
  const fan = ends.map((e) => over((i) => (i === from ? last : at[i]?.getTime() === e.getTime() ? end : null)));
  const ahead = (at.at(-1)?.getTime() ?? 0) - (at[0]?.getTime() ?? 0);
  const highest = Math.max(...visits.map((p) => p.found ?? p.left ?? end), end);
  const lowest = Math.min(...visits.map((p) => p.found ?? p.left ?? end), turns ? 0 : (line.window[0] ?? end));
  return (
    <Box
      role="img"
      aria-label={says}
      sx={{
        '--fine': '15px',
        '& .MuiLineChart-mark': { strokeWidth: 2.5, cursor: 'pointer' },
        '& .MuiLineChart-mark[data-series="left"]': { fill: v('text-primary') },
        '& .MuiLineChart-line[data-series="way"]': { strokeWidth: 2.5 },
        ...Object.fromEntries(
          ends.map((_, i) => [`& .MuiLineChart-line[data-series="end${i}"]`, { strokeDasharray: '7 5', strokeWidth: i === 1 ? 3 : 2 }]),
        ),
        '& .MuiChartsReferenceLine-label': text,
      }}
    >
      <LineChart
        height={240}
        skipAnimation
        hideLegend
        margin={{ top: 26, right: 24, bottom: 0, left: 0 }}
        slotProps={{ tooltip: { trigger: 'none' } }}
        onMarkClick={(_, item) => {
          const run = visits[item.dataIndex]?.run;
          if (run) void go(`/record/${run}`);
        }}
        xAxis={[
          {
            data: at,
            domainLimit: 'strict',
            scaleType: 'time',
            max: new Date((at.at(-1)?.getTime() ?? 0) + ahead * 0.07),
            tickLabelStyle: text,
            tickNumber: 6,
            height: 30,
          },
        ]}
        yAxis={[
          { min: lowest, max: highest + (highest - lowest) * 0.04, domainLimit: 'strict', tickLabelStyle: text, width: 44, tickNumber: 4 },
        ]}
        series={[
          {
            id: 'way',
            data: over((i) => visits[i]?.found ?? visits[i]?.left ?? null),
            connectNulls: true,
            showMark: false,
            color: v('text-primary'),
            curve: 'linear',
          },
          ...fan.map((data, i) => ({
            id: `end${i}`,
            data,
            connectNulls: true,
            showMark: false,
            color: v('primary-main'),
            curve: 'linear' as const,
          })),
          { id: 'found', data: over((i) => visits[i]?.found ?? null), showMark: true, shape: 'circle', color: v('text-primary') },
          { id: 'left', data: over((i) => visits[i]?.left ?? null), showMark: true, shape: 'circle', color: v('text-primary') },
        ]}
      >
        <ChartsReferenceLine
          x={now}
          label="today"
          labelAlign="end"
          lineStyle={{ stroke: v('primary-main'), strokeDasharray: '3 4' }}
          labelStyle={{ ...text, fill: v('primary-main'), fontWeight: 600 }}
        />
        {turns ? (
          <ChartsReferenceLine
            y={end}
            label="at its end"
            labelAlign="start"
            lineStyle={{ stroke: v('error-main'), strokeWidth: 3 }}
            labelStyle={{ ...text, fill: v('error-main'), fontWeight: 600 }}
          />
        ) : (
          line.window.map((w) => (
            <ChartsReferenceLine key={w} y={w} lineStyle={{ stroke: v('success-main'), strokeWidth: 2, strokeDasharray: '3 4' }} />
          ))
        )}
      </LineChart>
    </Box>
  );
}
