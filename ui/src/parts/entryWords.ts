import type { Parcel } from '../api/box';

const plain: Record<string, string> = {
  check: 'answer',
  move: 'turn',
  set_up: 'stands',
  signed: 'signature',
  decided: 'decision',
  corrected: 'struck out',
};

const chosen = (choice: unknown) => (typeof choice === 'string' ? choice.replaceAll('-', ' ') : undefined);

/** What was entered, as far as this device knows by itself. */
export function wordsOf(p: Parcel): string {
  const body = p.body as Record<string, unknown>;
  const first = (...keys: string[]) => keys.map((k) => body[k]).find((v) => typeof v === 'string' || typeof v === 'number');
  const start = first('start');
  const marks = start !== undefined ? `${start} to ${first('end') ?? ''}` : undefined;
  const text = first('text');
  const unit = typeof text === 'string' && /[a-z"′″]/i.test(text) ? undefined : body['unit']; // it was written with its unit
  return [
    plain[p.kind] ?? p.kind.replaceAll('_', ' '),
    first('point', 'adjuster', 'check', 'item', 'name', 'thing', 'id'),
    marks ?? first('text', 'says', 'answer', 'verdict', 'turns', 'words', 'outcome', 'option', 'times') ?? chosen(body['choice']),
    body['way'],
    unit,
    first('reason', 'note', 'why'),
  ]
    .filter((v) => (typeof v === 'string' && v !== '') || typeof v === 'number')
    .join(' ');
}
