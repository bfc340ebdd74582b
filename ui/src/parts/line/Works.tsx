import type { Line } from '../../api/client';
import type { Places } from './places';
import { good, ground, ink, quiet } from './colours';

/** The driven end: the inner with the way it is loaded, the eye on its stud, and the states proved there. */
export function Works({ line, p, proved }: { line: Line; p: Places; proved: string[] | undefined }) {
  const { eye, y, rodEnd } = p;
  const middle = (rodEnd + eye - 18) / 2;
  const eased = line.inner === 'eased';
  return (
    <g>
      <path d={`M${rodEnd} ${y}H${eye - 18}`} stroke={ink} strokeWidth={6} />
      {line.inner && (
        <g>
          <path
            d={eased ? `M${middle + 26} ${y + 19}H${middle - 14}` : `M${middle - 26} ${y + 19}H${middle + 14}`}
            stroke={ink}
            strokeWidth={2.5}
          />
          <path d={eased ? `M${middle - 26} ${y + 19}l14 -6v12Z` : `M${middle + 26} ${y + 19}l-14 -6v12Z`} fill={ink} />
          {p.room !== 'narrow' && (
            <text x={middle} y={y + 42} textAnchor="middle" fontSize={15} fill={quiet}>
              inner {line.inner === 'pushed' ? 'pushed home' : 'eased out'}
            </text>
          )}
        </g>
      )}
      <path d={`M${eye} ${y}L${eye + 44} ${y - 62}`} stroke={quiet} strokeWidth={13} />
      <circle cx={eye + 44} cy={y - 62} r={8} fill={ground} stroke={quiet} strokeWidth={5} />
      <circle cx={eye} cy={y} r={17} fill={ground} stroke={ink} strokeWidth={7} />
      <circle cx={eye} cy={y} r={4} fill={ink} />
      {p.room === 'wide' && (
        <text x={eye + 60} y={y - 70} fontSize={15} fill={quiet}>
          {line.works}
        </text>
      )}
      {p.room === 'middle' && (
        <text x={eye + 18} y={y - 66} textAnchor="end" fontSize={15} fill={quiet}>
          {line.works}
        </text>
      )}
      {p.room !== 'narrow' && <States line={line} p={p} proved={proved} />}
    </g>
  );
}

/** The states proved at the works: beside it, or in a row beneath where there is no room beside. */
function States({ line, p, proved }: { line: Line; p: Places; proved: string[] | undefined }) {
  const wide = p.room === 'wide';
  let across = 24;
  return line.states.map((state, i) => {
    const ok = proved ? proved.includes(state.name) : state.ok;
    const [x, y] = wide ? [p.eye + 74, p.y - 32 + i * 28] : [across, p.height - 12];
    across += state.name.length * 8.5 + 56;
    return (
      <g key={state.name} transform={`translate(${x} ${y})`}>
        {ok ? (
          <path d="M0 -5l5 6l9 -12" fill="none" stroke={good} strokeWidth={3.5} />
        ) : (
          <circle cx={7} cy={-5} r={6} fill="none" stroke={quiet} strokeWidth={2} />
        )}
        <text x={24} fontSize={16} fontWeight={ok ? 600 : 400} fill={ok ? good : quiet}>
          {state.name}
        </text>
      </g>
    );
  });
}
