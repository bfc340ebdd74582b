import type { Line } from '../../api/client';
import type { Places } from './places';
import { accent, faint, ground, ink, paper, quiet } from './colours';

/** The threaded piece with its budget: the rod, the barrel on it, and the turn to make now. */
export function Barrel({ line, p }: { line: Line; p: Places }) {
  const half = p.room === 'narrow' ? 28 : 36;
  const colour = line.turn ? accent : ink;
  const y = p.y;
  return (
    <g>
      <rect x={p.anchor} y={y - 9} width={p.rodEnd - p.anchor} height={18} fill={ground} stroke={ink} strokeWidth={2} />
      {!line.pinned && <Thread from={p.anchor + 6} to={p.rodEnd - 4} y={y} />}
      {line.turn && (
        <rect
          x={p.target - half}
          y={y - 24}
          width={2 * half}
          height={48}
          fill="none"
          stroke={accent}
          strokeWidth={2}
          strokeDasharray="5 5"
        />
      )}
      <rect x={p.barrel - half} y={y - 24} width={2 * half} height={48} fill={paper} stroke={colour} strokeWidth={4} />
      {[-0.5, -0.17, 0.17, 0.5].map((k) => (
        <path key={k} d={`M${p.barrel + k * 2 * half * 0.8} ${y - 20}V${y + 20}`} stroke={colour} strokeWidth={2} />
      ))}
      {line.pinned && <circle cx={p.barrel} cy={y} r={9} fill={ink} />}
      {line.locked && <path d={`M${p.barrel - half - 12} ${y - 18}h9v36h-9Z`} fill={ink} />}
      {line.turn && <TurnArrow line={line} p={p} half={half} />}
      {!line.turn && (
        <text x={p.barrel} y={y - 36} textAnchor="middle" fontSize={15} fill={quiet}>
          {line.pinned ? 'pinned to its cable' : line.locked ? 'locked' : line.barrel}
        </text>
      )}
      {line.say && <Budget line={line} p={p} />}
    </g>
  );
}

function Thread({ from, to, y }: { from: number; to: number; y: number }) {
  const lines = [];
  for (let x = from; x < to - 6; x += 11) lines.push(<path key={x} d={`M${x} ${y - 8}l7 16`} stroke={ink} strokeWidth={3} />);
  return <g>{lines}</g>;
}

/** How much of the thread is still held: a bar that empties as the barrel is turned out. */
function Budget({ line, p }: { line: Line; p: Places }) {
  const y = p.y + 42;
  const right = p.barrel - 14;
  const left = Math.max(p.anchor + 12, right - 96);
  if (p.room === 'narrow') return null;
  return (
    <g>
      <rect x={left} y={y - 6} width={right - left} height={8} fill={paper} stroke={faint} strokeWidth={1.5} />
      <rect x={left} y={y - 6} width={(right - left) * line.threads} height={8} fill={ink} />
      <text x={p.barrel - 14} y={y + 22} textAnchor="end" fontSize={15} fill={quiet}>
        {line.say}
      </text>
    </g>
  );
}

/** Which way along the line, and which way round as seen from the stated side. */
function TurnArrow({ line, p, half }: { line: Line; p: Places; half: number }) {
  const turn = line.turn;
  if (!turn) return null;
  const sign = p.target < p.barrel ? -1 : 1;
  const [from, to] = [p.barrel - sign * half * 1.1, p.barrel + sign * half * 1.1];
  const y = p.y - 32;
  const clock = turn.seen === 'clockwise';
  const labelX = p.room === 'narrow' ? 2 : p.barrel + half + 34;
  const top = p.room === 'narrow' ? 75 : 54; // over the arrow on a phone, beside it elsewhere
  const along = turn.seen === 'along'; // it slides: no way round
  const seen = along ? `seen from ${turn.seen_from}` : `${turn.seen}, seen from ${turn.seen_from}`;
  const seenX = Math.min(labelX, p.width - 40 - seen.length * 7.4);
  return (
    <g>
      <path d={`M${from} ${y}Q${p.barrel} ${y - 34} ${to} ${y - 2}`} fill="none" stroke={accent} strokeWidth={5} />
      <path d={`M${to + sign * 9} ${y + 8}l${-sign * 20} ${-5}l${sign * 13} ${-13}Z`} fill={accent} />
      <text x={labelX} y={p.y - top} fontSize={26} fontWeight={600} fill={accent}>
        {turn.text}
      </text>
      <text x={labelX} y={p.y - top + 21} fontSize={16} fontWeight={500} fill={accent}>
        {turn.way_says}
      </text>
      {!along && (
        <g transform={`translate(${seenX + 9} ${p.y - top - 37}) scale(${clock ? 1 : -1} 1)`}>
          <path d="M7 4A8.5 8.5 0 1 1 6 -6" fill="none" stroke={accent} strokeWidth={2.5} />
          <path d="M1 -6l9 4l0 -9Z" fill={accent} />
        </g>
      )}
      <text x={seenX + 24} y={p.y - top - 32} fontSize={15} fill={accent}>
        {seen}
      </text>
    </g>
  );
}
