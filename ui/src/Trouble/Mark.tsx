import { bad, ink, paper } from '../parts/line/colours';

/** The number of a cause, as on the picture; a square with a mark for what is to be excluded first. */
export function Mark({ text, sharp = false }: { text: string; sharp?: boolean }) {
  return (
    <svg width={28} height={28} aria-hidden="true" style={{ flex: 'none' }}>
      {sharp ? (
        <rect x={4} y={4} width={20} height={20} fill="none" stroke={bad} strokeWidth={3} />
      ) : (
        <circle cx={14} cy={14} r={12} fill={ink} />
      )}
      <text x={14} y={19.4} fontSize={15} fontWeight={600} textAnchor="middle" fill={sharp ? bad : paper}>
        {text}
      </text>
    </svg>
  );
}
