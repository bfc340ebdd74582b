// The pad writes what a hand would: the fraction keys add up, so that ½ and ⅛ give 5/8.
const glyph: Record<string, number> = { '½': 8, '¼': 4, '⅛': 2, '⅜': 6, '⅝': 10, '¾': 12, '⅞': 14, '1/16': 1 };
const eighths = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'];

interface Parts {
  whole: string;
  sixteenths: number;
  rest: string;
}

function split(text: string): Parts | null {
  const slash = /^(\d*)\s*?(?:(?:^|\s)(\d+)\/(\d+))?(\D*)$/.exec(text);
  const vulgar = /^(\d*)\s?([½¼⅛⅜⅝¾⅞])(\D*)$/.exec(text);
  if (vulgar) return { whole: vulgar[1] ?? '', sixteenths: glyph[vulgar[2] ?? ''] ?? 0, rest: vulgar[3] ?? '' };
  if (!slash) return null;
  const [top, bottom] = [Number(slash[2] ?? 0), Number(slash[3] ?? 16)];
  const n = (top * 16) / bottom;
  return Number.isInteger(n) ? { whole: slash[1] ?? '', sixteenths: n, rest: slash[4] ?? '' } : null;
}

/** Adds a fraction key to the text; a text it cannot add to is left as it is. */
export function addFraction(text: string, key: string, vulgar: boolean): string {
  const parts = split(text);
  if (!parts) return text;
  const sum = parts.sixteenths + (glyph[key] ?? 0);
  const whole = Number(parts.whole || '0') + Math.floor(sum / 16);
  const left = sum % 16;
  const head = whole > 0 ? String(whole) : '';
  if (vulgar && left % 2 === 0) return (head + (eighths[left / 2] ?? '') || '0') + parts.rest;
  let [top, bottom] = [left, 16];
  while (top > 0 && top % 2 === 0) [top, bottom] = [top / 2, bottom / 2];
  const fraction = top === 0 ? '' : `${top}/${bottom}`;
  return ([head, fraction].filter((s) => s !== '').join(' ') || '0') + parts.rest;
}

/** Rubs out one sign, a whole fraction at once. */
export function backspace(text: string): string {
  return text.replace(/(\s?\d+\/\d+|.)$/u, '').trimEnd();
}
