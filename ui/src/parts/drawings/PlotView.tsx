import Box from '@mui/material/Box';
import { LineChart } from '@mui/x-charts/LineChart';
import type { Drawing } from '../../api/client';

type Plot = NonNullable<Drawing['plot']>;
const v = (name: string) => `var(--mui-palette-${name})`;
const colour: Record<string, string> = {
  line: v('text-primary'),
  points: v('text-primary'),
  ghost: v('quiet'),
  limit: v('success-main'),
  aim: v('primary-main'),
  aimpoints: v('primary-main'),
};
const dash: Record<string, string> = { ghost: '7 5', limit: '3 4' };
const marks = ['points', 'aimpoints', 'aim'];
const stroke = (look: string) =>
  look.endsWith('points') ? { strokeWidth: 0 } : { strokeWidth: dash[look] ? 2 : 3, strokeDasharray: dash[look] ?? 'none' };

/** Values over an axis; the limits are dotted, what is aimed for is in the accent colour. */
export function PlotView({ plot, says }: { plot: Plot; says: string }) {
  const text = { fontSize: 'fine', fontFamily: 'Barlow, sans-serif', fill: v('text-primary') };
  return (
    <Box
      role="img"
      aria-label={`${plot.y} over ${plot.x}. ${says}`}
      sx={{
        '& .MuiLineChart-mark': { strokeWidth: 3 },
        ...Object.fromEntries(plot.series.map((s, i) => [`& .MuiLineChart-line[data-series="s${i}"]`, stroke(s.look)])),
      }}
    >
      <LineChart
        height={300}
        skipAnimation
        margin={{ top: 12, right: 16, bottom: 4, left: 4 }}
        xAxis={[
          {
            data: plot.at,
            label: plot.x,
            scaleType: 'linear',
            tickLabelStyle: text,
            labelStyle: text,
            min: Math.min(...plot.at),
            max: Math.max(...plot.at),
            domainLimit: 'strict',
            height: 58,
          },
        ]}
        yAxis={[{ label: plot.y, tickLabelStyle: text, labelStyle: text, width: 74 }]}
        series={plot.series.map((s, i) => ({
          id: `s${i}`,
          label: s.name,
          data: s.values,
          connectNulls: true,
          curve: 'linear' as const,
          shape: s.look.startsWith('aim') ? ('diamond' as const) : ('circle' as const),
          color: colour[s.look] ?? v('text-primary'),
          showMark: marks.includes(s.look) && s.values.length < 14,
        }))}
        slotProps={{
          legend: {
            direction: 'horizontal',
            position: { vertical: 'bottom', horizontal: 'start' },
            sx: { ...text, color: v('text-primary') },
          },
        }}
      />
    </Box>
  );
}
