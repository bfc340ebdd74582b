import type { Line } from '../../api/client';
import { faint, ink, paper, quiet, wash } from './colours';

const polar = (x: number, y: number, r: number, degrees: number): [number, number] => {
  const a = ((degrees - 90) * Math.PI) / 180;
  return [x + r * Math.cos(a), y + r * Math.sin(a)];
};

/** The control with its real sweep, its positions, and the lever where it should stand now. */
export function Control({
  line,
  x,
  y,
  r,
  beside,
}: {
  line: Line;
  x: number;
  y: number;
  r: number;
  beside: boolean; // the name stands to the left, out of the way of the cable
}) {
  const at = line.positions.map((p) => p.at);
  const [x1, y1] = polar(x, y, r, Math.min(...at));
  const [x2, y2] = polar(x, y, r, Math.max(...at));
  const large = Math.max(...at) - Math.min(...at) > 180 ? 1 : 0;
  const now = line.positions.find((p) => p.id === line.position);
  const [kx, ky] = polar(x, y, r + 8, now?.at ?? 0);
  return (
    <g>
      <path d={`M${x} ${y}L${x1} ${y1}A${r} ${r} 0 ${large} 1 ${x2} ${y2}Z`} fill={wash} stroke={faint} strokeWidth={2} />
      {line.positions.map((p) => {
        const [px, py] = polar(x, y, r, p.at);
        const [tx, ty] = polar(x, y, r + 24, p.at);
        const here = p.id === line.position;
        return (
          <g key={p.id}>
            {!here && <circle cx={px} cy={py} r={4.5} fill={paper} stroke={quiet} strokeWidth={2} />}
            <text
              x={tx}
              y={ty + 4 - (Math.abs(p.at) < 20 ? 4 : 0)}
              fontSize={15}
              fontWeight={here ? 600 : 400}
              fill={here ? ink : quiet}
              textAnchor={p.at < -20 ? 'end' : p.at > 20 ? 'start' : 'middle'}
            >
              {p.name}
            </text>
          </g>
        );
      })}
      {now && (
        <>
          <path d={`M${x} ${y}L${kx} ${ky}`} stroke={ink} strokeWidth={8} />
          <circle cx={kx} cy={ky} r={11} fill={ink} />
        </>
      )}
      <circle cx={x} cy={y} r={9} fill={ink} />
      <text x={beside ? x - 16 : x} y={y + (beside ? 24 : 34)} textAnchor={beside ? 'end' : 'middle'} fontSize={15} fill={quiet}>
        {line.control}
      </text>
    </g>
  );
}
