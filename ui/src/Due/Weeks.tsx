import Box from '@mui/material/Box';
import { useRef, useState, type KeyboardEvent } from 'react';
import type { DueList } from '../api/client';
import { usePlan } from '../api/useDue';
import { readDay } from '../days';
import { Finding } from '../parts/Finding';
import { useGloves } from '../parts/Switches';

type Visit = DueList['visits'][number];
const weeks = 52;
const day = 86_400_000;
const at = (iso: string) => new Date(`${iso}T12:00:00Z`).getTime();
const iso = (t: number) => new Date(t).toISOString().slice(0, 10);

/** The weeks ahead: each machine stands in the week it is due, and is dragged to the day it is to come in, or led there by the arrows. */
export function Weeks({ visits, today, work }: { visits: Visit[]; today: string; work: boolean }) {
  const strip = useRef<HTMLDivElement>(null);
  const [drag, setDrag] = useState<{ machine: string; on: string } | null>(null);
  const pitch = useGloves() ? 68 : 40; // of the lines
  const plan = usePlan();
  const from = at(today);
  const near = visits.filter((v) => at(v.on) < from + weeks * 7 * day);
  const [refused, setRefused] = useState('');
  const move = async (v: Visit, on: string) => {
    const done = await plan(v.machine, on);
    setRefused(done.problem ? `${v.name}, ${readDay(on)}: ${done.problem.detail}` : '');
  };
  const keep = (v: Visit) => {
    if (drag?.machine === v.machine && drag.on !== v.on) void move(v, drag.on);
    setDrag(null);
  };
  const placed = (on: string) => Math.min(97, Math.max(0, ((at(on) - from) / (weeks * 7 * day)) * 100));
  const under = (x: number) => {
    const box = strip.current?.getBoundingClientRect();
    const share = box ? (x - box.left) / box.width : 0;
    return iso(from + Math.round(Math.min(1, Math.max(0, share)) * weeks * 7) * day);
  };
  if (near.length === 0) return null;
  return (
    <>
      <Box
        ref={strip}
        role="group"
        aria-label="The weeks ahead"
        sx={{
          position: 'relative',
          height: 34 + near.length * pitch,
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
              {...(work && {
                role: 'slider',
                tabIndex: 0,
                'aria-label': `${v.name} comes in`,
                'aria-valuemin': 0,
                'aria-valuemax': weeks * 7,
                'aria-valuenow': Math.round((at(on) - from) / day),
                'aria-valuetext': readDay(on),
                onKeyDown: (e: KeyboardEvent) => {
                  if (e.key === 'Enter') keep(v);
                  if (e.key === 'Escape') setDrag(null);
                  const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
                  if (by === undefined) return;
                  e.preventDefault();
                  setDrag({ machine: v.machine, on: iso(Math.max(from, at(on) + by * (e.shiftKey ? 7 : 1) * day)) });
                },
                onBlur: () => {
                  keep(v);
                },
              })}
              onPointerDown={(e) => {
                if (!work) return;
                e.currentTarget.setPointerCapture(e.pointerId);
                setDrag({ machine: v.machine, on: v.on });
              }}
              onPointerMove={(e) => {
                if (drag?.machine === v.machine) setDrag({ machine: v.machine, on: under(e.clientX) });
              }}
              onPointerUp={() => {
                keep(v);
              }}
              onPointerCancel={() => {
                setDrag(null);
              }}
              sx={{
                position: 'absolute',
                top: 28 + i * pitch,
                ...(late ? { right: `${String(100 - left)}%`, textAlign: 'right' } : { left: `${String(left)}%` }),
                minHeight: pitch - 4,
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
      {refused && <Finding>{refused}</Finding>}
    </>
  );
}
