import Button from '@mui/material/Button';
import type { KeyboardEvent, ReactNode } from 'react';

/** One tap: on is told by the tick and the filled ground. */
export function Toggle({ on, onToggle, children }: { on: boolean; onToggle: () => void; children: ReactNode }) {
  return (
    <Button
      type="button"
      aria-pressed={on}
      onClick={onToggle}
      sx={{
        minHeight: 48,
        justifyContent: 'flex-start',
        textAlign: 'left',
        px: 1.5,
        py: 0.5,
        fontSize: 'text',
        borderWidth: on ? 2 : 1.5,
        borderColor: on ? 'success.main' : 'text.primary',
        bgcolor: on ? 'pale' : 'sheet',
        '&:hover': { borderWidth: on ? 2 : 1.5, bgcolor: on ? 'pale' : 'sheet' },
      }}
    >
      <span aria-hidden="true" style={{ marginRight: 8 }}>
        {on ? '✓' : '○'}
      </span>
      {children}
    </Button>
  );
}

/** Where a key leads among n choices from place i: along with the arrows, round the ends; -1 for any other key. */
const leads = (key: string, i: number, n: number): number => {
  const by: Record<string, number> = { ArrowRight: i + 1, ArrowDown: i + 1, ArrowLeft: i - 1, ArrowUp: i - 1, Home: 0, End: n - 1 };
  const to = by[key];
  return to === undefined ? -1 : (to + n) % n;
};

/** Has the arrows go from one of n radios to the next, and choose it; one stop of the tabulator is at `at`. */
export const byArrows = (at: number, n: number, choose: (i: number) => void) => (e: KeyboardEvent<HTMLElement>) => {
  const to = leads(e.key, at, n);
  if (to < 0) return;
  e.preventDefault();
  choose(to);
  e.currentTarget.querySelectorAll<HTMLElement>('[role=radio]')[to]?.focus();
};

/** A choice of one: mm or in, tape or calliper. One stop of the tabulator; the arrows go from one to the next. */
export function OneOf<T extends string>({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: { id: T; name: string }[];
  value: T;
  onChange: (id: T) => void;
}) {
  const at = Math.max(
    0,
    options.findIndex((o) => o.id === value),
  );
  return (
    <span
      role="radiogroup"
      aria-label={label}
      onKeyDown={byArrows(at, options.length, (i) => {
        const next = options[i];
        if (next) onChange(next.id);
      })}
      style={{ display: 'inline-flex', flexWrap: options.length > 3 ? 'wrap' : 'nowrap', gap: 6 }}
    >
      {options.map((o, i) => (
        <Button
          key={o.id}
          type="button"
          role="radio"
          aria-checked={o.id === value}
          tabIndex={i === at ? 0 : -1}
          onClick={() => {
            onChange(o.id);
          }}
          sx={{
            minHeight: 44,
            minWidth: 44,
            px: 1.25,
            py: 0.25,
            fontSize: 'text',
            borderWidth: o.id === value ? 2 : 1,
            borderColor: o.id === value ? 'text.primary' : 'divider',
            fontWeight: o.id === value ? 600 : 400,
            '&:hover': { borderWidth: o.id === value ? 2 : 1 },
          }}
        >
          {o.name}
        </Button>
      ))}
    </span>
  );
}
