import Box from '@mui/material/Box';
import Slider from '@mui/material/Slider';
import type { WhatIfView } from '../api/client';

type Plot = WhatIfView['plots'][number];
const shown = (v: number) => String(Math.round(v * 10) / 10).replace('-', '−');

/** The control dragged through its travel: what the curves say at that place. Nothing is asked of the server for it. */
export function Travel({ plot, place, onMove }: { plot: Plot; place: number; onMove: (place: number) => void }) {
  const at = plot.at[Math.min(place, plot.at.length - 1)] ?? 0;
  const [over = plot.x, unit = ''] = plot.x.replace(/ \(.*$/, '').split(', ');
  const [reads = plot.y, of = ''] = plot.y.split(', ');
  const curves = plot.series.filter((s) => s.look !== 'limit');
  const alone = curves.filter((s) => s.look === 'line').length === 1;
  const name = (s: (typeof curves)[number]) => (alone ? (s.look === 'ghost' ? 'before ' : '') : `${s.name} `);
  const says = curves.map((s) => `${name(s)}${shown(s.values[place] ?? 0)}`);
  const text = `${over} at ${shown(at)} ${unit}: ${says.join(', ')} ${of}`;
  return (
    <Box sx={{ mt: 1 }}>
      <Box sx={{ fontSize: 'plain' }} aria-live="off">
        {over} at <b>{`${shown(at)} ${unit}`}</b>: {reads} <b>{`${says.join(', ')} ${of}`}</b>
      </Box>
      <Box sx={{ px: 2 }}>
        <Slider
          aria-label={`${over} through its travel`}
          getAriaValueText={() => text}
          min={0}
          max={plot.at.length - 1}
          value={place}
          onChange={(_, v) => {
            onMove(v);
          }}
          sx={{ color: 'text.primary', '& .MuiSlider-thumb': { width: 32, height: 32, borderRadius: 0 } }}
        />
      </Box>
    </Box>
  );
}
