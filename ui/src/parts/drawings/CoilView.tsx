import type { Drawing } from '../../api/client';
import { accent, faint, ink, quiet } from '../line/colours';
import { Sheet } from './Sheet';

type Coil = NonNullable<Drawing['coils']>[number];

const zigzag = (x: number, y: number, length: number) => {
  const n = 18;
  const parts = Array.from({ length: n }, (_, i) => `L${(x + ((i + 0.5) * length) / n).toFixed(1)} ${y + (i % 2 === 0 ? -11 : 11)}`);
  return `M${x} ${y}${parts.join('')}L${x + length} ${y}`;
};

function One({ coil, no }: { coil: Coil; no: number }) {
  const colour = coil.best ? accent : ink;
  const forces = `${coil.force_rest.toFixed(1)} N at rest, ${coil.force_full.toFixed(1)} N at full travel`;
  const says = `Spring ${no}: ${forces}${coil.why ? `, ${coil.why}` : ''}`;
  return (
    <Sheet height={112} says={says}>
      {(width) => {
        const k = (width - 200) / coil.longest;
        return (
          <g fontSize={15}>
            <text
              x={0}
              y={16}
              fontSize={16}
              fontWeight={600}
              fill={colour}
            >{`${no}${coil.best ? ' · fit this one' : coil.ok ? ' · would do' : ` · ${coil.why}`}`}</text>
            {(
              [
                ['at rest', coil.rest, coil.force_rest, 42],
                ['at full', coil.full, coil.force_full, 84],
              ] as const
            ).map(([name, length, force, y]) => (
              <g key={name}>
                <text x={0} y={y + 5} fill={quiet}>
                  {name}
                </text>
                <path d={`M62 ${y - 16}v32`} stroke={faint} strokeWidth={4} />
                <path
                  d={zigzag(64, y, Math.max(8, length * k))}
                  fill="none"
                  stroke={colour}
                  strokeWidth={2.5}
                  strokeDasharray={coil.ok ? undefined : '5 3'}
                />
                <path d={`M${66 + length * k} ${y - 16}v32`} stroke={faint} strokeWidth={4} />
                <text x={76 + length * k} y={y + 5} fontWeight={600} fill={ink}>
                  {force.toFixed(1)} N
                </text>
              </g>
            ))}
          </g>
        );
      }}
    </Sheet>
  );
}

/** Each spring at both ends of the stroke, with its force. */
export const CoilView = ({ coils }: { coils: Coil[] }) => (
  <>
    {coils.map((c, i) => (
      <One key={i} coil={c} no={i + 1} />
    ))}
  </>
);
