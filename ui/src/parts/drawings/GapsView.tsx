import type { Drawing } from '../../api/client';
import { accent, ink, paper, quiet } from '../line/colours';
import { Sheet } from './Sheet';

/** The stop between its two gaps, and which way to move it. */
export function GapsView({ gaps: g, says }: { gaps: NonNullable<Drawing['gaps']>; says: string }) {
  return (
    <Sheet height={150} says={says}>
      {(width) => {
        const block = 70;
        const k = (width - block - 140) / Math.max(g.left + g.right, 1e-6);
        const left = 70 + g.left * k;
        const way = g.toward === 'left' ? -1 : 1;
        return (
          <g fontSize={16} fontWeight={600}>
            <rect x={40} y={28} width={30} height={70} fill={quiet} />
            <rect x={70 + (g.left + g.right) * k + block} y={28} width={30} height={70} fill={quiet} />
            <rect x={left} y={36} width={block} height={54} fill={paper} stroke={ink} strokeWidth={4} />
            <text x={left + block / 2} y={68} textAnchor="middle" fill={ink}>
              stop
            </text>
            <text x={70 + (g.left * k) / 2} y={120} textAnchor="middle" fill={ink}>
              {g.left}
            </text>
            <text x={left + block + (g.right * k) / 2} y={120} textAnchor="middle" fill={ink}>
              {g.right}
            </text>
            {g.toward !== 'none' && (
              <g>
                <path d={`M${left + block / 2 - way * 20} 18H${left + block / 2 + way * 26}`} stroke={accent} strokeWidth={4} />
                <path d={`M${left + block / 2 + way * 36} 18l${-way * 14} -7v14Z`} fill={accent} />
                <text x={left + block / 2} y={144} textAnchor="middle" fill={accent}>
                  {Number(g.shift.toFixed(3))} mm to the {g.toward}
                </text>
              </g>
            )}
          </g>
        );
      }}
    </Sheet>
  );
}
