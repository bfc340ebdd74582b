import Box from '@mui/material/Box';
import { useRef } from 'react';
import type { RouteView } from '../api/client';
import { accent, ink, paper } from '../parts/line/colours';
import { ShapeView } from '../parts/PictureView';
import type { Grip } from './useRouting';

type Sight = RouteView['sights'][number];

/** How far an arrow moves a corner, mm; with Shift ten times as far. */
const nudge = 10;

/** The path seen from one side. Its corners are dragged, or moved by arrows. */
export function SightView({ sight, onDrag }: { sight: Sight; onDrag: (grip: Grip, done: boolean) => void }) {
  const svg = useRef<SVGSVGElement>(null);
  const held = useRef('');
  const place = (e: React.PointerEvent) => {
    const room = svg.current?.getBoundingClientRect();
    if (!room) return { x: 0, y: 0 };
    return { x: ((e.clientX - room.left) / room.width) * sight.width, y: ((e.clientY - room.top) / room.height) * sight.height };
  };
  const title = sight.view === 'side' ? 'from the side' : 'from above';
  return (
    <Box component="figure" sx={{ m: 0, minWidth: 0 }}>
      <Box component="figcaption" sx={{ fontSize: 'note', color: 'quiet' }}>
        {title}
      </Box>
      <svg
        ref={svg}
        viewBox={`0 0 ${sight.width} ${sight.height}`}
        role="group"
        aria-label={sight.says}
        style={{ display: 'block', width: '100%', touchAction: 'none', background: 'var(--mui-palette-wash)' }}
      >
        {sight.shapes.map((s, i) => (
          <ShapeView key={i} shape={s} />
        ))}
        {sight.marks.map((t, i) => (
          <text key={i} x={t.x} y={t.y} fontSize={t.size} fontWeight={600} fill={ink}>
            {t.text}
          </text>
        ))}
        {sight.handles.map((h) => (
          <g
            key={h.id}
            role="button"
            tabIndex={0}
            aria-label={`${h.says}, ${title}: drag it, or move it by arrows`}
            style={{ cursor: 'grab' }}
            onPointerDown={(e) => {
              held.current = h.id;
              svg.current?.setPointerCapture(e.pointerId);
              const move = (m: PointerEvent) => {
                onDrag({ handle: h.id, view: sight.view, ...place(m as unknown as React.PointerEvent) }, false);
              };
              const up = (m: PointerEvent) => {
                svg.current?.removeEventListener('pointermove', move);
                svg.current?.removeEventListener('pointerup', up);
                onDrag({ handle: h.id, view: sight.view, ...place(m as unknown as React.PointerEvent) }, true);
              };
              svg.current?.addEventListener('pointermove', move);
              svg.current?.addEventListener('pointerup', up);
            }}
            onKeyDown={(e) => {
              const by = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
              if (!by) return;
              e.preventDefault();
              const far = (nudge * (e.shiftKey ? 10 : 1)) / sight.frame.mm;
              onDrag({ handle: h.id, view: sight.view, x: h.x + (by[0] ?? 0) * far, y: h.y + (by[1] ?? 0) * far }, true);
            }}
          >
            <circle cx={h.x} cy={h.y} r={26} fill="transparent" />
            <circle cx={h.x} cy={h.y} r={h.mid ? 6 : 9} fill={paper} stroke={accent} strokeWidth={h.mid ? 2 : 3} />
          </g>
        ))}
      </svg>
    </Box>
  );
}
