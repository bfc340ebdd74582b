import type { BayLine } from '../api/client';

const v = (name: string) => `var(--mui-palette-${name})`;

/** One cable drawn small: hand at the left, works at the right, the mark where the trouble is. */
export function Wire({ line, width = 262 }: { line: Pick<BayLine, 'sign' | 'part'>; width?: number }) {
  const [from, to, y] = [8, 232, 14];
  const x = from + (to - from) * line.part;
  const none = line.sign === 'none';
  return (
    <svg
      viewBox="0 0 262 28"
      width="100%"
      height={28}
      preserveAspectRatio="xMinYMid meet"
      aria-hidden="true"
      style={{ maxWidth: width, display: 'block' }}
    >
      <path d={`M${from} ${y}H${to}`} stroke={v('divider')} strokeWidth={4} />
      <path d={`M${to} 7v14`} stroke={v(line.part === 1 ? 'text-primary' : 'divider')} strokeWidth={4} />
      {!none && <path d={`M${from} ${y}H${x}`} stroke={v('text-primary')} strokeWidth={4} />}
      <circle cx={from} cy={y} r={5} fill={none ? v('divider') : v('text-primary')} />
      {line.sign === 'open' && (
        <g>
          <circle cx={x} cy={y} r={11} fill={v('primary-main')} />
          <path d={`M${x - 4} ${y - 6}l10 6l-10 6Z`} fill={v('sheet')} />
        </g>
      )}
      {line.sign === 'stop' && <path d={`M${x - 8} 4v20M${x + 8} 4v20M${x - 4} ${y}h8`} stroke={v('error-main')} strokeWidth={4} />}
      {line.sign === 'proof' && <circle cx={to + 16} cy={y} r={8} fill={v('sheet')} stroke={v('text-primary')} strokeWidth={3} />}
      {line.sign === 'look' && (
        <g>
          <circle cx={to + 16} cy={y} r={9} fill={v('sheet')} stroke={v('text-primary')} strokeWidth={3} />
          <circle cx={to + 16} cy={y} r={3} fill={v('text-primary')} />
        </g>
      )}
      {line.sign === 'signed' && <path d={`M${to + 8} ${y}l6 7l10 -14`} fill="none" stroke={v('success-main')} strokeWidth={4} />}
    </svg>
  );
}
