import type { Drawing } from '../../api/client';
import { accent, ink, paper, quiet } from '../line/colours';
import { Sheet } from './Sheet';

type Scale = NonNullable<Drawing['scale']>;
type Ticks = Scale['first'];

const eighths = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'];

/** A number on the edge: inches in eighths as on a tape. */
const numbered = (v: number, unit: string) => {
  const parts = Math.round(v * 8);
  if (unit !== 'in' || v < 0 || Math.abs(parts / 8 - v) > 1e-6) return String(Number(v.toFixed(3)));
  return (parts >= 8 ? String(Math.floor(parts / 8)) : '') + (eighths[parts % 8] ?? '') || '0';
};

function Edge({ ticks, width, y, up }: { ticks: Ticks; width: number; y: number; up: boolean }) {
  const x = (v: number) => 12 + ((v - ticks.from) / (ticks.to - ticks.from)) * (width - 24);
  const first = Math.ceil(ticks.from / ticks.tick - 1e-6);
  const count = Math.min(160, Math.floor(ticks.to / ticks.tick + 1e-6) - first + 1);
  const way = up ? -1 : 1;
  return (
    <g>
      {Array.from({ length: count }, (_, i) => first + i).map((n) => {
        const big = n % ticks.every === 0;
        const at = x(n * ticks.tick);
        return (
          <g key={n}>
            <path d={`M${at} ${y}v${way * (big ? 18 : n % 2 === 0 ? 12 : 8)}`} stroke={ink} strokeWidth={big ? 2 : 1} />
            {big && at > 26 && at < width - 44 && (
              <text x={at} y={y + way * 24 + (up ? 0 : 10)} textAnchor="middle" fontSize={15} fill={ink}>
                {numbered(n * ticks.tick, ticks.unit)}
              </text>
            )}
          </g>
        );
      })}
      <text x={width - 12} y={y + way * 24 + (up ? 0 : 10)} textAnchor="end" fontSize={15} fontWeight={600} fill={quiet}>
        {ticks.unit}
      </text>
    </g>
  );
}

/** A tape with two edges, and the mark on it. */
export function ScaleView({ scale, says }: { scale: Scale; says: string }) {
  return (
    <Sheet height={148} says={says}>
      {(width) => {
        const x = (v: number) => 12 + ((v - scale.first.from) / (scale.first.to - scale.first.from)) * (width - 24);
        const at = x(scale.at);
        return (
          <g>
            <rect x={1} y={34} width={width - 2} height={96} fill={paper} stroke={ink} strokeWidth={2} />
            <Edge ticks={scale.first} width={width} y={35} up={false} />
            {scale.other && <Edge ticks={scale.other} width={width} y={129} up />}
            {Math.abs(scale.ghost - scale.at) > 1e-9 && (
              <path d={`M${x(scale.ghost)} 36V128`} stroke={quiet} strokeWidth={2} strokeDasharray="4 4" />
            )}
            <path d={`M${at} 30V128`} stroke={accent} strokeWidth={3} />
            <text x={Math.min(Math.max(at, 50), width - 50)} y={20} textAnchor="middle" fontSize={18} fontWeight={600} fill={accent}>
              {scale.label}
            </text>
          </g>
        );
      }}
    </Sheet>
  );
}
