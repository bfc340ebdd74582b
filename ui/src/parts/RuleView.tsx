import Box from '@mui/material/Box';
import type { Rule } from '../api/client';
import { placeLabels } from './rows';
import { useWidth } from './useWidth';

const v = (name: string) => `var(--mui-palette-${name})`;

function Mark({ kind, x, y, doubt, out }: { kind: string; x: number; y: number; doubt: number; out: number }) {
  if (out !== 0) {
    // outside the window the mark is an arrow that points the way to go
    const tip = x + out * 13;
    return (
      <path
        d={`M${x - out * 5} ${y - 8}L${tip} ${y}L${x - out * 5} ${y + 8}Z`}
        fill={kind === 'left' ? v('text-primary') : v('sheet')}
        stroke={v('text-primary')}
        strokeWidth={2.5}
      />
    );
  }
  switch (kind) {
    case 'found':
      return <circle cx={x} cy={y} r={9} fill={v('sheet')} stroke={v('text-primary')} strokeWidth={3} />;
    case 'left':
      return (
        <g>
          <rect x={x - doubt} y={y - 5} width={2 * doubt} height={10} fill={v('text-primary')} opacity={0.35} />
          <circle cx={x} cy={y} r={9} fill={v('text-primary')} />
        </g>
      );
    case 'should':
      return (
        <path
          d={`M${x} ${y - 12}L${x + 12} ${y}L${x} ${y + 12}L${x - 12} ${y}Z`}
          fill={v('sheet')}
          stroke={v('primary-main')}
          strokeWidth={3}
        />
      );
    default:
      return <path d={`M${x} ${y - 12}V${y + 10}`} stroke={v('text-primary')} strokeWidth={2} />;
  }
}

/** A limit as a small ruler: window, ticks in the adjuster's steps, marks told by shape. */
export function RuleView({ rule, small = false }: { rule: Rule; small?: boolean }) {
  const [ref, width] = useWidth<HTMLDivElement>(320);
  const pad = 22;
  const x = (at: number) => pad + ((at - rule.from) / (rule.to - rule.from)) * (width - 2 * pad);
  // the mark that stands is named; earlier moves are fine marks without words
  const named = rule.marks.filter((m) => m.kind !== 'move');
  const places = placeLabels(
    named.map((m) => ({ at: x(m.at), text: m.label })),
    width,
  );
  const rows = Math.max(0, ...places.map((p) => p.row + 1));
  const base = 42 + rows * 21;
  const found = rule.marks.find((m) => m.kind === 'found');
  const should = rule.marks.find((m) => m.kind === 'should');
  const ticks: number[] = [];
  for (let t = Math.ceil(rule.from / rule.tick - 1e-6); t * rule.tick <= rule.to + 1e-6 && ticks.length < 200; t++)
    ticks.push(t * rule.tick);
  const every = [1, 2, 5, 10, 20, 50].find((n) => ((width - 2 * pad) / (rule.to - rule.from)) * n * rule.tick >= 58) ?? 100;
  return (
    <Box ref={ref} sx={{ mt: small ? 1 : 2, minWidth: 0, overflow: 'hidden' }}>
      {small && <Box sx={{ fontSize: 'note', fontWeight: 600 }}>{rule.name}</Box>}
      <svg width={width} height={base + 26} role="img" aria-label={rule.words} style={{ display: 'block' }}>
        <rect
          x={x(rule.min)}
          y={base - 38}
          width={Math.max(2, x(rule.max) - x(rule.min))}
          height={38}
          fill={v('pale')}
          stroke={v('success-main')}
          strokeWidth={2}
        />
        <path d={`M${pad} ${base}H${width - pad}`} stroke={v('text-primary')} strokeWidth={2} />
        {ticks.map((t, i) => {
          const big = Math.round(t / rule.tick) % every === 0;
          return (
            <g key={i}>
              <path d={`M${x(t)} ${base}v${big ? 11 : 6}`} stroke={v('text-primary')} strokeWidth={big ? 2 : 1} />
              {big && (
                <text x={x(t)} y={base + 25} textAnchor="middle" fontSize={15} fill={v('quiet')}>
                  {Number(t.toFixed(2))}
                </text>
              )}
            </g>
          );
        })}
        {found && should && (
          <path d={`M${x(found.at)} ${base - 19}H${x(should.at)}`} stroke={v('primary-main')} strokeWidth={3} strokeDasharray="8 5" />
        )}
        {rule.marks.map((m, i) => (
          <Mark
            key={i}
            kind={m.kind}
            x={x(m.at)}
            y={base - 19}
            doubt={Math.abs(x(rule.doubt) - x(0))}
            out={m.kind === 'should' ? 0 : m.at < rule.min - 1e-9 ? 1 : m.at > rule.max + 1e-9 ? -1 : 0}
          />
        ))}
        {named.map((m, i) => {
          const p = places[i];
          return (
            p && (
              <text
                key={i}
                x={p.x}
                y={base - 45 - p.row * 21}
                textAnchor="middle"
                fontSize={16}
                fontWeight={600}
                fill={m.kind === 'should' ? v('primary-main') : v('text-primary')}
              >
                {m.label}
              </text>
            )
          );
        })}
      </svg>
      <Box sx={{ fontSize: 'fine', color: 'quiet' }}>
        {rule.margins ? `${rule.margins} · ` : ''}
        {rule.tick_say}
        {rule.says ? ` · ${rule.says}` : ''}
      </Box>
    </Box>
  );
}
