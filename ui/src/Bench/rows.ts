import type { Values } from '../api/useBench';

/** The key of a blank in a row: springs[].rate is springs.2.rate; a table of numbers has one cell for each. */
export const keyOf = (path: string, row: number) => path.replace('[]', `.${row}`);

const part = (key: string, rows: string) => {
  // the table of influences has a row for each reading
  const names = rows === 'readings' ? [rows, 'influence'] : [rows];
  const m = /^([^.]+)\.(\d+)(.*)$/.exec(key);
  return m?.[1] !== undefined && names.includes(m[1]) ? { name: m[1], at: Number(m[2]), rest: m[3] ?? '' } : null;
};

/** How many rows are written in. */
export const rowCount = (values: Values, rows: string) => Math.max(0, ...Object.keys(values).map((key) => (part(key, rows)?.at ?? -1) + 1));

/** The values without one row; those after it move up. */
export function withoutRow(values: Values, rows: string, gone: number): Values {
  const out: Values = {};
  for (const [key, text] of Object.entries(values)) {
    const at = part(key, rows);
    const column = rows === 'adjusters' ? /^influence\.(\d+)\.(\d+)$/.exec(key) : null;
    if (column) {
      const n = Number(column[2]);
      if (n !== gone) out[`influence.${column[1] ?? ''}.${n > gone ? n - 1 : n}`] = text;
    } else if (!at) out[key] = text;
    else if (at.at !== gone) out[`${at.name}.${at.at > gone ? at.at - 1 : at.at}${at.rest}`] = text;
  }
  return out;
}
