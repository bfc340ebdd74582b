import type { Drawing } from '../../api/client';

export type Pieces = NonNullable<Drawing['conduit']>['pieces'];
export interface Laid {
  d: string;
  middle: [number, number];
  piece: Pieces[number];
  at: number;
}

/** Lays the pieces one after another, bends turning left and right in turn, and the whole so that it runs from left to right. */
export function lay(pieces: Pieces) {
  const { end } = run(pieces, 0);
  return run(pieces, -Math.atan2(end[1], end[0]));
}

function run(pieces: Pieces, start: number): { laid: Laid[]; box: [number, number, number, number]; end: [number, number] } {
  let [x, y, heading, side] = [0, 0, start, -1];
  const box: [number, number, number, number] = [0, 0, 0, 0];
  const grow = (px: number, py: number) => {
    box[0] = Math.min(box[0], px);
    box[1] = Math.min(box[1], py);
    box[2] = Math.max(box[2], px);
    box[3] = Math.max(box[3], py);
  };
  const laid = pieces.map((piece, at): Laid => {
    const steps = piece.bend > 0 ? 24 : 1;
    let d = `M${x.toFixed(2)} ${y.toFixed(2)}`;
    let middle: [number, number] = [x, y];
    const turn = (piece.bend * Math.PI) / 180 / steps;
    for (let i = 0; i < steps; i++) {
      const step = piece.length / steps;
      const along = heading + (side * turn) / 2;
      x += Math.cos(along) * step;
      y += Math.sin(along) * step;
      heading += side * turn;
      d += `L${x.toFixed(2)} ${y.toFixed(2)}`;
      if (i === Math.floor(steps / 2))
        middle = piece.bend > 0 ? [x, y] : [x - (Math.cos(along) * step) / 2, y - (Math.sin(along) * step) / 2];
      grow(x, y);
    }
    if (piece.bend > 0) side = -side;
    return { d, middle, piece, at };
  });
  return { laid, box, end: [x, y] };
}
