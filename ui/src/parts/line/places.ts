import type { Line } from '../../api/client';

/** Where things stand in the drawing, in CSS pixels. */
export interface Places {
  width: number;
  height: number;
  y: number; // of the cable
  hub: number;
  anchor: number;
  barrel: number;
  target: number;
  rodEnd: number;
  eye: number;
  dimension: number; // of the dimension line
  gap: number; // half of the gap in it for its text; 0 when the text stands under it
  room: 'wide' | 'middle' | 'narrow';
}

/** What is missing to the target is drawn so many pixels a millimetre: far larger than the length itself. */
const perMillimetre = 12;

/**
 * Three arrangements: the whole cable with its states beside the works; on a tablet with the states in a row beneath;
 * on a phone the adjuster alone, as large as it goes.
 */
const rooms = {
  wide: { height: 240, y: 116, hub: 128, anchor: 0.44, right: 224, part: 0.62, most: 46, dimension: 76 },
  middle: { height: 304, y: 130, hub: 112, anchor: 0.37, right: 72, part: 0.62, most: 46, dimension: 96 },
  narrow: { height: 254, y: 128, hub: 0, anchor: 0, right: 62, part: 0.6, most: 26, dimension: 66 },
};

/** What stands at the dimension line. */
export const dimensionText = (line: Line) => `${line.now ? (line.stale ? `was ${line.now},` : line.now) : '?'} of ${line.of ?? ''}`;

export function places(line: Line, width: number): Places {
  const room = width >= 1000 ? 'wide' : width >= 660 ? 'middle' : 'narrow';
  const r = rooms[room];
  const eye = width - r.right;
  const anchor = room === 'narrow' ? 22 : width * r.anchor;
  const target = eye - (eye - anchor) * r.part;
  const off = Math.max(-r.most, Math.min(r.most, line.off * perMillimetre));
  const half = (dimensionText(line).length * 11.2) / 2 + 8;
  const inside = eye - target - off - 2 * half >= 44;
  return {
    width,
    height: r.height - (room === 'wide' && inside ? 24 : 0),
    y: r.y,
    hub: r.hub,
    anchor,
    barrel: target + off,
    target,
    rodEnd: target + (eye - target) * 0.5,
    eye,
    dimension: r.y + r.dimension,
    gap: inside ? half : 0,
    room,
  };
}
