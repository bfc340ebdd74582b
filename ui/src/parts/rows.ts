export interface Label {
  at: number;
  text: string;
}
export interface Placed {
  x: number;
  row: number;
  anchor: 'start' | 'middle' | 'end';
}

/** Puts labels over their marks, a row higher where they would run into one another, inside 0..width. */
export function placeLabels(labels: Label[], width: number, perLetter = 7.6): Placed[] {
  const rows: [number, number][][] = [];
  return labels.map(({ at, text }) => {
    const half = (text.length * perLetter) / 2;
    const x = Math.min(Math.max(at, half), width - half);
    const span: [number, number] = [x - half - 5, x + half + 5];
    let row = 0;
    while ((rows[row] ?? []).some(([a, b]) => span[0] < b && a < span[1])) row++;
    (rows[row] ??= []).push(span);
    return { x, row, anchor: 'middle' };
  });
}

/**
 * Where a bar and its label stand together: the label in the bar when it fits, else behind it, else before it. Of
 * several wordings, the longest first, the first that fits stands; the last one stands in any case.
 */
export function placeBar(at: number, long: number, wordings: string[], width: number, perLetter = 7.2) {
  for (const [i, says] of wordings.entries()) {
    const label = says.length * perLetter + 14;
    if (label <= long) return { from: at, to: at + long, text: at + 8, says };
    if (at + long + label + 12 <= width) return { from: at, to: at + long + label + 12, text: at + long + 14, says };
    if (at - label >= 0) return { from: at - label, to: at + long, text: at - label, says };
    if (i === wordings.length - 1) return { from: at, to: Math.max(at + long, at + label), text: at + 4, says };
  }
  return { from: at, to: at + long, text: at, says: '' };
}
