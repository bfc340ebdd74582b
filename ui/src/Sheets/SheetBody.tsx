import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import type { Sheet, SheetPage } from '../api/client';
import { readDay } from '../days';
import { LineView } from '../parts/LineView';
import { RuleView } from '../parts/RuleView';

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" sx={{ breakInside: 'avoid', mb: 2.5 }}>
      <Box
        component="h2"
        sx={{
          m: 0,
          mb: 0.5,
          fontSize: 16,
          fontWeight: 500,
          color: 'quiet',
          borderBottom: '1px solid',
          borderColor: 'divider',
        }}
      >
        {title}
      </Box>
      {children}
    </Box>
  );
}

const Row = ({ head, children }: { head: ReactNode; children: ReactNode }) => (
  <Box sx={{ py: 0.5, fontSize: 17, lineHeight: 1.35 }}>
    <Box component="span" sx={{ fontWeight: 600 }}>
      {head}
    </Box>{' '}
    {children}
  </Box>
);

/** The line and the rules of a sheet. */
export function Drawn({ preview }: { preview: SheetPage['preview'] }) {
  return (
    <>
      {preview.line && <LineView line={preview.line} />}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: {
            xs: 'minmax(0, 1fr)',
            md: 'repeat(2, minmax(0, 1fr))',
            lg: 'repeat(3, minmax(0, 1fr))',
          },
          columnGap: 4,
        }}
      >
        {preview.rules.map((r) => (
          <RuleView key={r.id} rule={r} small />
        ))}
      </Box>
    </>
  );
}

/** All that a sheet says, under its line. */
export function SheetBody({ sheet: s, words }: { sheet: Sheet; words: SheetPage['words'] }) {
  const assumed = (path: string) => (s.assumed ?? []).includes(path);
  return (
    <Box sx={{ columns: { xs: 1, md: 2, lg: 3 }, columnGap: 4, mt: 3 }}>
      <Part title="What it commands">
        <Box sx={{ fontSize: 18 }}>{s.commands}</Box>
        {s.fails_to && <Row head="Fails to">{s.fails_to}</Row>}
      </Part>
      <Part title="Chain of parts">
        {s.chain.map((c) => (
          <Row key={c.role} head={c.role}>
            {c.name}
          </Row>
        ))}
        {s.part_rules?.map((r) => (
          <Row key={r.part} head={r.part}>
            {r.requires ? `requires ${r.requires}` : `excludes ${r.excludes ?? ''}`}
            {r.when ? `, when ${r.when}` : ''}
          </Row>
        ))}
      </Part>
      {s.schools && (
        <Part title="Schools">
          {s.schools.map((c) => (
            <Row key={c.id} head={c.name + (c.manual ? ' (the manual’s)' : '')}>
              {c.says}
            </Row>
          ))}
        </Part>
      )}
      <Part title="Points">
        {s.points.map((p, i) => (
          <Row key={p.id} head={p.name}>
            <b>{words.limits[i]}</b>
            {assumed(`points[${i}].target`) ? ' assumed' : ''}. {p.between}
            {p.position ? `; ${p.position}` : ''}
            {p.states?.length ? `; ${p.states.map((id) => s.states.find((x) => x.id === id)?.name ?? id).join(', ')}` : ''}
            {p.instrument ? `; by ${p.instrument}` : ''}
            {p.finish ? `; ${p.finish}` : ''}
            {p.settle ? `. ${p.settle.says}` : ''}
          </Row>
        ))}
      </Part>
      {s.charts?.map((c) => (
        <Part key={c.id} title={c.name}>
          <Box sx={{ fontSize: 17 }}>
            {c.over}: {c.points.map((p) => p.join(' → ')).join(' · ')}
          </Box>
        </Part>
      ))}
      <Part title="Adjusters">
        {s.adjusters.map((a, i) => (
          <Row key={a.id} head={`${a.name} (${a.kind})`}>
            {words.steps[i]}
            {assumed(`adjusters[${i}].pitch`) ? ' (assumed)' : ''}. Seen from {a.seen_from}:{' '}
            {a.out.seen === 'along' ? '' : `${a.out.seen} is `}
            {a.out.says}, {a.in.seen === 'along' ? '' : `${a.in.seen} is `}
            {a.in.says}.{a.threads && ` Threads in: ${a.threads.min} to ${a.threads.max}.`}
            {a.does_not_set && ` Does not set: ${a.does_not_set}`}
            {words.locks[i] && ` Lock: ${words.locks[i]}.`}
          </Row>
        ))}
      </Part>
      <Part title="Checks and proofs">
        {s.checks.map((c) => (
          <Row key={c.id} head={c.name + (c.loaded ? ' (loaded)' : '')}>
            {c.ask} {c.good}, not {c.bad}. {c.points_to}
            {c.conditions?.length ? ` Note: ${c.conditions.join(', ')}.` : ''}
          </Row>
        ))}
        {s.forbidden_proofs?.map((f) => (
          <Row key={f.says} head="Never:">
            {f.says} {f.why}
          </Row>
        ))}
      </Part>
      <Part title="A move reopens">
        {s.voids.map((v) => (
          <Row key={v.moving} head={s.adjusters.find((a) => a.id === v.moving)?.name ?? v.moving}>
            {v.reopens.map((id) => s.points.find((p) => p.id === id)?.name ?? s.checks.find((c) => c.id === id)?.name ?? id).join(', ')}
          </Row>
        ))}
      </Part>
      <Part title="Cautions">
        {s.cautions.map((c) => (
          <Row key={c.id} head="!">
            {c.says}
          </Row>
        ))}
      </Part>
      {(s.temporary.length > 0 || s.off.length > 0) && (
        <Part title="On and off">
          {s.temporary.map((t) => (
            <Row key={t.id} head={t.name}>
              on while the work lasts: {t.why}
            </Row>
          ))}
          {s.off.map((t) => (
            <Row key={t.id} head={t.name}>
              off{t.side ? `, ${t.side}` : ''}
            </Row>
          ))}
        </Part>
      )}
      {s.prepare && (
        <Part title="A new cable, before it is set">
          {s.prepare.map((p, i) => (
            <Row key={p} head={`${i + 1}`}>
              {p}
            </Row>
          ))}
        </Part>
      )}
      <Part title="Steps">
        {s.steps.map((x) => (
          <Row key={x.id} head={x.title}>
            {[
              x.access,
              x.tools?.map((t) => `${t.name} ${t.size ?? ''}`.trim()).join(', '),
              x.hands && `${x.hands.pairs} ${x.hands.pairs === 1 ? 'pair' : 'pairs'} of hands, ${x.hands.where}`,
              x.alone && `alone: ${x.alone.how} (${x.alone.risk})`,
            ]
              .filter(Boolean)
              .join('; ')}
          </Row>
        ))}
      </Part>
      <Part title="Source">
        <Box sx={{ fontSize: 17 }}>
          {s.source.assumed ? 'Assumed: ' : ''}
          {[s.source.title, s.source.section, s.source.revision && `revision ${s.source.revision}`, readDay(s.source.date ?? '')]
            .filter(Boolean)
            .join(', ')}
        </Box>
        <Row head="Look again">
          {[
            s.recheck.days ? `after ${s.recheck.days} days` : '',
            s.recheck.hours ? `after ${s.recheck.hours} h` : '',
            s.recheck.km ? `after ${s.recheck.km} km` : '',
          ]
            .filter(Boolean)
            .join(', or ') || 'not said'}
        </Row>
      </Part>
    </Box>
  );
}
