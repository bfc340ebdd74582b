import Box from '@mui/material/Box';
import type { Picture } from '../api/client';
import { accent, bad, good, ink, paper, quiet, wash } from './line/colours';
import { useWidth } from './useWidth';

type Shape = Picture['shapes'][number];
type Words = Picture['whole'];
export type Follows = { shape: number; at: number[][] }[];

const colours: Record<string, string> = { ink, quiet, now: accent, good, bad, paper, wash };
const colour = (tone: string | undefined) => (tone ? (colours[tone] ?? ink) : 'none');

// the room of a scene, and from which width on it stands whole
const [width, height] = [1200, 230];
const [screen, tablet] = [1000, 640];

/** A rig drawn as it is: its lines and texts stand where the server put them. */
export function PictureView({
  picture,
  proved,
  moved,
  onMark,
}: {
  picture: Picture;
  proved?: string[] | undefined;
  onMark?: (text: string) => void; // a mark may be tapped, and whoever asks for it has the same by words beside the picture
  moved?: { share: number; follows: Follows } | undefined; // how far along a travel, 0 to 1, and what follows it
}) {
  const shapes = moved ? along(picture, moved.share, moved.follows) : picture.shapes;
  const [ref, room] = useWidth<HTMLDivElement>(width);
  const [texts, beside] =
    room >= screen
      ? [picture.whole, picture.beside.whole]
      : room >= tablet
        ? [picture.middle, picture.beside.middle]
        : [picture.halves, picture.beside.halves];
  const halves = room >= tablet ? [0] : [0, width / 2];
  const across = width / halves.length;
  return (
    <Box ref={ref} role="img" aria-label={picture.says} sx={{ minWidth: 0, overflow: 'hidden' }}>
      {halves.map((from) => (
        <svg
          key={from}
          viewBox={`${from} 0 ${across} ${height}`}
          width={Math.min(room, width)}
          height={(Math.min(room, width) * height) / across}
          aria-hidden="true"
          style={{ display: 'block', margin: '0 auto' }}
        >
          {shapes.map((s, i) => (
            <ShapeView key={i} shape={s} />
          ))}
          {picture.marks
            ?.filter((m) => halves.length === 1 || m.x < width / 2 === (from === 0))
            .map((m) => (
              <MarkView key={m.text + String(m.x)} mark={m} times={Math.max(1, across / Math.min(room, width))} onTap={onMark} />
            ))}
          <Texts
            list={texts.filter((t) => halves.length === 1 || t.x < width / 2 === (from === 0))}
            proved={proved ?? []}
            moving={moved !== undefined}
          />
        </svg>
      ))}
      {beside.length > 0 && (
        <Box aria-hidden="true" sx={{ px: 2, pb: 1, fontSize: 'note', color: 'quiet' }}>
          {beside.join(' · ')}
        </Box>
      )}
    </Box>
  );
}

/** The shapes with the control so far along its travel: what moves stands between the places that were drawn. */
export function along(picture: Picture, moved: number, follows: Follows): Shape[] {
  const shapes = [...picture.shapes];
  for (const m of follows) {
    const place = Math.min(Math.max(moved, 0), 1) * (m.at.length - 1);
    const [from, to] = [m.at[Math.floor(place)] ?? [], m.at[Math.ceil(place)] ?? []];
    const shape = shapes[m.shape];
    if (shape) shapes[m.shape] = { ...shape, points: from.map((v, i) => v + ((to[i] ?? v) - v) * (place % 1)) };
  }
  return shapes;
}

/** One line or circle of a picture; thin where it is drawn so small that its lines would vanish. */
export function ShapeView({ shape: s, thin = false }: { shape: Shape; thin?: boolean }) {
  const look = {
    stroke: s.weight > 0 ? colour(s.tone) : 'none',
    strokeWidth: thin ? Math.max(1, s.weight * 0.32) : s.weight, // what lies over another stays the thinner one
    ...(thin && { vectorEffect: 'non-scaling-stroke' as const }),
    fill: colour(s.fill),
    strokeLinecap: 'round' as const,
    strokeLinejoin: 'round' as const,
    ...(s.dashed ? { strokeDasharray: '6 5' } : {}),
  };
  const at = s.points;
  if (s.round) return <circle cx={at[0]} cy={at[1]} r={s.round} {...look} />;
  const d = at.map((v, i) => `${i === 0 ? 'M' : i % 2 === 0 ? 'L' : ' '}${Math.round(v * 10) / 10}`).join('');
  return <path d={s.closed ? `${d}Z` : d} {...look} />;
}

/** A number at its place, as large on every screen. */
function MarkView({
  mark: m,
  times,
  onTap,
}: {
  mark: NonNullable<Picture['marks']>[number];
  times: number;
  onTap: ((text: string) => void) | undefined;
}) {
  const tapped = onTap
    ? {
        onClick: () => {
          onTap(m.text);
        },
        style: { cursor: 'pointer' },
      }
    : {};
  return (
    <g transform={`translate(${m.x} ${m.y}) scale(${times})`} {...tapped}>
      {onTap && <circle r={24} fill="transparent" />}
      {m.sharp ? (
        <rect x={-11} y={-11} width={22} height={22} fill={paper} stroke={bad} strokeWidth={3} />
      ) : (
        <circle r={12} fill={ink} stroke={paper} strokeWidth={2} />
      )}
      <text y={5.4} fontSize={15} fontWeight={600} textAnchor="middle" fill={m.sharp ? bad : paper}>
        {m.text}
      </text>
    </g>
  );
}

function Texts({ list, proved, moving }: { list: Words; proved: string[]; moving: boolean }) {
  return list.map((t, i) => {
    const state = /^[○✓] (.*)$/.exec(t.text)?.[1];
    const made = state !== undefined && proved.includes(state);
    return (
      <text
        key={i}
        x={t.x}
        y={t.y}
        fontSize={t.size}
        fontWeight={t.bold || made ? 600 : 400}
        fill={made ? good : colour(t.tone)}
        style={{ fontVariantNumeric: 'tabular-nums' }}
      >
        {made ? `✓ ${state}` : moving && t.gone ? t.gone : t.text}
      </text>
    );
  });
}
