import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { MachineView } from '../api/client';
import { useTimes } from '../api/useTimes';
import { readDay } from '../days';
import { useCard } from '../api/useMachine';

/** What stays visible until it is closed. */
export function OpenThings({ view, work }: { view: MachineView; work: boolean }) {
  const times = useTimes();
  const { machine: m } = view;
  const { log } = useCard();
  const things = [
    ...(m.defects ?? [])
      .filter((d) => !d.closed)
      .map((d) => ({
        id: d.id,
        says: d.says + (d.until ? `, deferred until ${readDay(d.until)}` : ''),
        by: `${d.by}, ${readDay(d.on)}`,
      })),
    ...(m.bulletins ?? []).filter((b) => !b.done).map((b) => ({ id: b.id, says: `bulletin: ${b.says}`, by: `${b.by}, ${readDay(b.on)}` })),
  ];
  return (
    <>
      {things.map((t) => (
        <Box
          key={t.id}
          sx={{
            display: 'flex',
            flexWrap: 'wrap',
            alignItems: 'center',
            gap: 1.5,
            borderLeft: '6px solid',
            borderColor: 'error.main',
            bgcolor: 'sheet',
            px: 2,
            py: 0.5,
            mt: 1,
          }}
        >
          <Box sx={{ flex: 1, fontSize: 'plain', fontWeight: 500 }}>
            {t.says}{' '}
            <Box component="span" sx={{ color: 'quiet', fontSize: 'note', fontWeight: 400 }}>
              ({t.by})
            </Box>
          </Box>
          {work && (
            <Button
              sx={{ minHeight: 44, py: 0, px: 2, fontSize: 'text' }}
              onClick={() => void log(m.id, { kind: 'close', id: t.id, on: times.today() })}
            >
              Done
            </Button>
          )}
        </Box>
      ))}
    </>
  );
}

/** All that was logged, the newest first. */
export function Logged({ view }: { view: MachineView }) {
  const { machine: m } = view;
  const lines = [
    ...(m.meters ?? []).flatMap((x) =>
      x.readings.map((r) => ({
        on: r.on,
        says: `${r.value.toLocaleString('en-GB')} ${x.name}${r.new ? ', a new meter' : ''}`,
        by: r.by,
        struck: r.struck ?? false,
      })),
    ),
    ...(m.swaps ?? []).map((s) => ({ on: s.on, says: `${s.what}: ${s.was ? `${s.was} → ` : ''}${s.now}`, by: s.by })),
    ...(m.lubrications ?? []).map((l) => ({
      on: l.on,
      says: `lubricated: ${m.cables.find((c) => c.id === l.cable)?.name ?? l.cable}, ${l.with}`,
      by: l.by,
    })),
    ...(m.modifications ?? []).map((s) => ({
      on: s.on,
      says: `modification: ${s.what}; approved by ${s.approved}, ${s.basis}`,
      by: s.by,
    })),
    ...(m.bulletins ?? []).filter((b) => b.done).map((b) => ({ on: b.done ?? '', says: `bulletin done: ${b.says}`, by: b.by })),
    ...(m.defects ?? []).filter((d) => d.closed).map((d) => ({ on: d.closed ?? '', says: `put right: ${d.says}`, by: d.by })),
  ].sort((a, b) => b.on.localeCompare(a.on));
  return (
    <Box component="section" aria-label="Logged" sx={{ mt: 2 }}>
      {lines.map((l, i) => (
        <Box key={i} sx={{ display: 'flex', gap: 1.5, py: 0.5, fontSize: 'text', borderTop: '1px solid', borderColor: 'divider' }}>
          <Box sx={{ color: 'quiet', minWidth: 104 }}>{readDay(l.on)}</Box>
          <Box sx={{ flex: 1 }}>
            <Box component="span" sx={'struck' in l && l.struck ? { textDecoration: 'line-through' } : {}}>
              {l.says}
            </Box>{' '}
            <Box component="span" sx={{ color: 'quiet' }}>
              {l.by}
            </Box>
          </Box>
        </Box>
      ))}
    </Box>
  );
}
