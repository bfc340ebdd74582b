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
 * Where a bar and its label stand together: the label in the bar when it fits, else behind it, else before it; where
 * neither has room it begins as far left as it must to end inside.
 */
export function placeBar(at: number, long: number, label: number, width: number) {
  if (label <= long) return { from: at, to: at + long, text: at + 8 };
  if (at + long + label <= width) return { from: at, to: at + long + label, text: at + long + 14 };
  if (at - label >= 0) return { from: at - label, to: at + long, text: at - label };
  const text = Math.max(0, width - label);
  return { from: Math.min(at, text), to: Math.max(at + long, text + label), text };
}
