import Button from '@mui/material/Button';
import type { ReactNode } from 'react';

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
        fontSize: 17,
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

/** A choice of one: mm or in, tape or calliper. */
export function OneOf({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: { id: string; name: string }[];
  value: string;
  onChange: (id: string) => void;
}) {
  return (
    <span role="radiogroup" aria-label={label} style={{ display: 'inline-flex', flexWrap: options.length > 2 ? 'wrap' : 'nowrap', gap: 6 }}>
      {options.map((o) => (
        <Button
          key={o.id}
          type="button"
          role="radio"
          aria-checked={o.id === value}
          onClick={() => {
            onChange(o.id);
          }}
          sx={{
            minHeight: 44,
            minWidth: 44,
            px: 1.25,
            py: 0.25,
            fontSize: 17,
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
