import type { Drawing } from '../../api/client';
import { accent, faint, good, ink, paper, quiet } from '../line/colours';
import { Sheet } from './Sheet';

type Trips = NonNullable<Drawing['trips']>;

/** The two switch trips about what the lever commands, the dead band between them, and where the surface comes to rest. */
export function TripsView({ trips: t, says }: { trips: Trips; says: string }) {
  const reach =
    Math.max(t.extend, t.retract, t.tolerance, t.coast, ...[t.rest_extending, t.rest_retracting].map((v) => Math.abs(v ?? 0))) * 1.25 + 0.2;
  return (
    <Sheet height={216} says={says}>
      {(width) => {
        const x = (v: number) => width / 2 + (v / reach) * (width / 2 - 16);
        const axis = 112;
        const [offE, offR] = [-(t.extend - t.differential), t.retract - t.differential];
        return (
          <g fontSize={15}>
            <rect
              x={x(-t.tolerance)}
              y={axis - 22}
              width={x(t.tolerance) - x(-t.tolerance)}
              height={44}
              fill="var(--mui-palette-pale)"
              stroke={good}
              strokeWidth={2}
            />
            <path d={`M8 ${axis}H${width - 8}`} stroke={ink} strokeWidth={2} />
            <path d={`M${width / 2} ${axis - 34}v68`} stroke={ink} strokeWidth={4} />
            <text x={width / 2} y={axis + 54} textAnchor="middle" fontWeight={600} fill={ink}>
              where the lever stands
            </text>
            {(
              [
                [-t.extend, 'trips, extending'],
                [t.retract, 'trips, retracting'],
              ] as const
            ).map(([at, name], i) => (
              <g key={name}>
                <path d={`M${x(at)} ${axis - 40}v80`} stroke={ink} strokeWidth={3} />
                <text x={Math.min(Math.max(x(at), 62), width - 62)} y={axis + 72} textAnchor="middle" fill={quiet} dx={i === 0 ? -4 : 4}>
                  {name}
                </text>
              </g>
            ))}
            <path
              d={`M${x(-t.extend)} ${axis - 46}V${axis - 56}H${x(t.retract)}V${axis - 46}`}
              fill="none"
              stroke={quiet}
              strokeWidth={2}
            />
            <text x={width / 2} y={axis - 64} textAnchor="middle" fill={quiet}>
              dead band, less what a switch gives back
            </text>
            {(
              [
                [offE, 1],
                [offR, -1],
              ] as const
            ).map(([from, way]) => {
              const to = from + way * t.coast;
              return (
                <g key={way}>
                  <path
                    d={`M${x(from)} ${axis + way * -10}H${x(to) - way * 9}`}
                    stroke={accent}
                    strokeWidth={4}
                    strokeDasharray={t.hunts ? '6 4' : undefined}
                  />
                  <path d={`M${x(to)} ${axis + way * -10}l${-way * 12} -6v12Z`} fill={accent} />
                  <circle cx={x(from)} cy={axis + way * -10} r={4} fill={paper} stroke={accent} strokeWidth={2} />
                </g>
              );
            })}
            <text x={8} y={20} fill={accent} fontWeight={600}>
              {t.hunts ? 'coasts into the other switch' : 'coasts to rest'}
            </text>
            <path d={`M8 ${axis + 92}h30`} stroke={faint} strokeWidth={2} />
            <text x={46} y={axis + 97} fill={quiet}>{`${t.tolerance}° either way is allowed`}</text>
          </g>
        );
      }}
    </Sheet>
  );
}
