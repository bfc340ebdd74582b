import Box from '@mui/material/Box';
import type { Line } from '../api/client';
import { Barrel } from './line/Barrel';
import { Control } from './line/Control';
import { ink, quiet, wash } from './line/colours';
import { dimensionText, places, type Places } from './line/places';
import { Works } from './line/Works';
import { useWidth } from './useWidth';

function describe(line: Line): string {
  const parts = [`Cable from ${line.control} to ${line.works}.`];
  if (line.position) parts.push(`${line.control} in ${line.position}.`);
  if (line.now) parts.push(`${line.between} ${line.now}${line.of ? ` of ${line.of}` : ''}.`);
  if (line.turn)
    parts.push(`Turn the ${line.barrel} ${line.turn.text} ${line.turn.way_says}, seen from ${line.turn.seen_from} ${line.turn.seen}.`);
  if (line.say) parts.push(`${line.say}.`);
  return parts.join(' ');
}

/** The cable from hand to works; only the adjuster to turn now is in the accent colour. */
export function LineView({ line, proved }: { line: Line; proved?: string[] }) {
  const [ref, width] = useWidth<HTMLDivElement>(1200);
  const p = places(line, width);
  const wide = p.room !== 'narrow';
  return (
    <Box ref={ref} role="img" aria-label={describe(line)} sx={{ minWidth: 0, overflow: 'hidden' }}>
      <svg width={width} height={p.height} aria-hidden="true" style={{ display: 'block' }}>
        {p.room !== 'narrow' ? <Routing line={line} p={p} /> : <path d={`M0 ${p.y}H${p.anchor}`} stroke={quiet} strokeWidth={9} />}
        {p.room !== 'narrow' && <Control line={line} x={p.hub} y={p.y + 6} r={p.room === 'wide' ? 46 : 40} beside={p.room !== 'wide'} />}
        <path d={`M${p.anchor - 24} ${p.y}H${p.anchor}`} stroke={quiet} strokeWidth={9} />
        <path d={`M${p.anchor} ${p.y - (wide ? 46 : 26)}V${p.y + 46}`} stroke={ink} strokeWidth={7} />
        <text
          x={p.anchor}
          y={wide ? p.y - 54 : p.y + 64}
          textAnchor={wide ? 'middle' : 'start'}
          fontSize={15}
          fill={quiet}
          dx={wide ? 0 : -18}
        >
          {line.anchor}
        </text>
        <Barrel line={line} p={p} />
        <Works line={line} p={p} proved={proved} />
        {line.of && <Dimension line={line} p={p} />}
      </svg>
    </Box>
  );
}

function Routing({ line, p }: { line: Line; p: Places }) {
  const { hub, anchor } = p;
  const span = anchor - hub;
  const y = p.y + 6;
  // on a tablet the cable leaves below the names of the positions
  const path =
    p.room === 'wide'
      ? [
          `M${hub} ${y}C${hub + span * 0.34} ${y + 8} ${hub + span * 0.32} ${y - 70} ${hub + span * 0.48} ${y - 62}`,
          `S${hub + span * 0.58} ${y + 34} ${hub + span * 0.72} ${y + 22}S${anchor - 60} ${p.y} ${anchor} ${p.y}`,
        ].join('')
      : [
          `M${hub} ${y}C${hub + span * 0.3} ${y + 62} ${hub + span * 0.5} ${y + 58} ${hub + span * 0.66} ${y + 26}`,
          `S${anchor - 30} ${p.y} ${anchor} ${p.y}`,
        ].join('');
  return (
    <g fill="none">
      <path d={path} stroke={quiet} strokeWidth={10} />
      <path d={path} stroke={wash} strokeWidth={6} />
      <path d={path} stroke={ink} strokeWidth={2} />
      <text
        x={hub + span * (p.room === 'wide' ? 0.66 : 0.42)}
        y={y + (p.room === 'wide' ? 58 : 84)}
        textAnchor="middle"
        fontSize={15}
        fill={quiet}
      >
        {line.bends}
      </text>
    </g>
  );
}

/** The number stands in its line where there is room, else under it: never over its own arrows. */
function Dimension({ line, p }: { line: Line; p: Places }) {
  const y = p.dimension;
  const middle = (p.barrel + p.eye) / 2;
  const text = dimensionText(line);
  const { gap } = p;
  return (
    <g stroke={ink} strokeWidth={1.5} fill={ink}>
      <path d={`M${p.barrel} ${p.y + 30}V${y + 10}M${p.eye} ${p.y + 24}V${y + 10}`} fill="none" />
      <path d={`M${p.barrel + 12} ${y}H${middle - gap}M${middle + gap} ${y}H${p.eye - 12}`} strokeWidth={2} />
      <path d={`M${p.barrel} ${y}l14 -5v10ZM${p.eye} ${y}l-14 -5v10Z`} stroke="none" />
      <text x={middle} y={gap > 0 ? y + 8 : y + 36} textAnchor="middle" fontSize={24} fontWeight={600} stroke="none">
        {text}
      </text>
    </g>
  );
}
