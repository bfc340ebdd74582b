import type { Drawing } from '../../api/client';
import { faint, ink, paper, quiet } from '../line/colours';
import { lay } from './conduitPath';
import { Sheet } from './Sheet';

const bad = 'var(--mui-palette-error-main)';

/** The routing with the core lying slack in it; a bend that is too tight is told by a double stroke and a word. */
export function ConduitView({ conduit, says }: { conduit: NonNullable<Drawing['conduit']>; says: string }) {
  const { laid, box } = lay(conduit.pieces);
  const [w, h] = [Math.max(box[2] - box[0], 1), Math.max(box[3] - box[1], 1)];
  const scaleFor = (width: number) => Math.min((width - 120) / w, 230 / h);
  return (
    <Sheet height={(width) => Math.max(110, h * scaleFor(width) + 90)} says={says}>
      {(width) => {
        const k = scaleFor(width);
        const place = ([x, y]: [number, number]): [number, number] => [60 + (x - box[0]) * k, 45 + (y - box[1]) * k];
        const [ox, oy] = place([0, 0]);
        return (
          <g>
            <g transform={`translate(${ox} ${oy}) scale(${k})`} fill="none" strokeLinejoin="round">
              {laid.map((l) => (
                <path key={l.at} d={l.d} stroke={l.piece.tight ? bad : quiet} strokeWidth={20 / k} />
              ))}
              {laid.map((l) => (
                <path key={l.at} d={l.d} stroke={paper} strokeWidth={13 / k} />
              ))}
              {laid.map((l) => (
                <path
                  key={l.at}
                  d={l.d}
                  stroke={ink}
                  strokeWidth={4 / k}
                  strokeDasharray={l.piece.tight ? `${9 / k} ${4 / k}` : undefined}
                />
              ))}
            </g>
            <circle cx={ox} cy={oy} r={8} fill={ink} />
            {laid.map((l) => {
              const [x, y] = place(l.middle);
              const text =
                l.piece.bend > 0
                  ? `${Number(l.piece.bend.toFixed(1))}°${l.piece.tight ? ' too tight' : ''}`
                  : `${Math.round(l.piece.length)} mm`;
              return (
                <g key={l.at}>
                  <rect x={x - text.length * 4 - 4} y={y + 13} width={text.length * 8 + 8} height={20} fill={paper} stroke={faint} />
                  <text
                    x={x}
                    y={y + 28}
                    textAnchor="middle"
                    fontSize={15}
                    fontWeight={l.piece.tight ? 600 : 400}
                    fill={l.piece.tight ? bad : ink}
                  >
                    {text}
                  </text>
                </g>
              );
            })}
          </g>
        );
      }}
    </Sheet>
  );
}
