import Box from '@mui/material/Box';
import { useRef, useState } from 'react';
import type { DueList } from '../api/client';
import { usePlan } from '../api/useDue';
import { readDay } from '../days';

type Visit = DueList['visits'][number];
const weeks = 52;
const day = 86_400_000;
const at = (iso: string) => new Date(`${iso}T12:00:00Z`).getTime();
const iso = (t: number) => new Date(t).toISOString().slice(0, 10);

/** The weeks ahead: each machine stands in the week it is due, and is dragged to the day it is to come in. */
export function Weeks({ visits, today, work }: { visits: Visit[]; today: string; work: boolean }) {
  const strip = useRef<HTMLDivElement>(null);
  const [drag, setDrag] = useState<{ machine: string; on: string } | null>(null);
  const plan = usePlan();
  const from = at(today);
  const near = visits.filter((v) => at(v.on) < from + weeks * 7 * day);
  const placed = (on: string) => Math.min(97, Math.max(0, ((at(on) - from) / (weeks * 7 * day)) * 100));
  const under = (x: number) => {
    const box = strip.current?.getBoundingClientRect();
    const share = box ? (x - box.left) / box.width : 0;
    return iso(from + Math.round(Math.min(1, Math.max(0, share)) * weeks * 7) * day);
  };
  if (near.length === 0) return null;
  return (
    <Box
      ref={strip}
      role="group"
      aria-label="The weeks ahead"
      sx={{
        position: 'relative',
        height: 34 + near.length * 40,
        mb: 1,
        borderTop: '2px solid',
        borderColor: 'text.primary',
        overflow: 'hidden',
      }}
    >
      {Array.from({ length: weeks }, (_, i) => (
        <Box
          key={i}
          sx={{
            position: 'absolute',
            left: `${String((i / weeks) * 100)}%`,
            top: 0,
            bottom: 0,
            borderLeft: '1px solid',
            borderColor: 'divider',
            pl: 0.5,
            fontSize: 'fine',
            color: 'quiet',
            display: { xs: i % 16 === 0 ? 'block' : 'none', md: i % 4 === 0 ? 'block' : 'none' },
          }}
        >
          {readDay(iso(from + i * 7 * day)).replace(/ \d{4}$/, '')}
        </Box>
      ))}
      {near.map((v, i) => {
        const on = drag?.machine === v.machine ? drag.on : v.on;
        const left = placed(on);
        const late = left > 50; // it stands before its day then, so that it stays in sight
        return (
          <Box
            key={v.machine}
            title={v.says}
            onPointerDown={(e) => {
              if (!work) return;
              e.currentTarget.setPointerCapture(e.pointerId);
              setDrag({ machine: v.machine, on: v.on });
            }}
            onPointerMove={(e) => {
              if (drag?.machine === v.machine) setDrag({ machine: v.machine, on: under(e.clientX) });
            }}
            onPointerUp={() => {
              if (drag?.machine === v.machine && drag.on !== v.on) void plan(v.machine, drag.on);
              setDrag(null);
            }}
            onPointerCancel={() => {
              setDrag(null);
            }}
            sx={{
              position: 'absolute',
              top: 28 + i * 40,
              ...(late ? { right: `${String(100 - left)}%`, textAlign: 'right' } : { left: `${String(left)}%` }),
              minHeight: 36,
              px: 1,
              display: 'flex',
              alignItems: 'center',
              fontSize: 'note',
              fontWeight: 500,
              whiteSpace: 'nowrap',
              bgcolor: 'sheet',
              border: '2px solid',
              borderColor: v.planned ? 'text.primary' : 'divider',
              [late ? 'borderRight' : 'borderLeft']: '6px solid',
              [late ? 'borderRightColor' : 'borderLeftColor']: v.planned ? 'text.primary' : 'primary.main',
              cursor: work ? 'grab' : 'default',
              touchAction: 'none',
              userSelect: 'none',
            }}
          >
            {v.name}
            {drag?.machine === v.machine && ` · ${readDay(on)}`}
          </Box>
        );
      })}
    </Box>
  );
}
