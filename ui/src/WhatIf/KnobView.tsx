import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Knob } from '../api/client';

const shown = (v: number) => String(Math.round(v * 1000) / 1000).replace('-', '−');
const within = (k: Knob, v: number) => Math.min(Math.max(Math.round(v / k.step) * k.step, k.min), k.max);

/** One thing to step: by its buttons, by arrows (Shift by ten), or by digits. */
export function KnobView({
  knob,
  then,
  onSet,
  wrong = '',
}: {
  knob: Knob;
  then: number;
  onSet: (v: number) => void;
  wrong?: string; // why it cannot be so
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const step = (n: number) => {
    setTyped(null);
    onSet(within(knob, knob.value + n * knob.step));
  };
  const moved = Math.abs(knob.value - then) > 1e-9;
  const button = { minWidth: 52, minHeight: 52, p: 0, fontSize: 'title' };
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '52px 92px 52px 1fr', alignItems: 'center', columnGap: 1, py: 0.75 }}>
      <Button
        sx={button}
        aria-label={`${knob.says}: ${knob.in ?? 'less'}`}
        onClick={() => {
          step(-1);
        }}
      >
        −
      </Button>
      <Box
        component="input"
        inputMode="decimal"
        aria-label={knob.says}
        aria-invalid={wrong !== ''}
        value={typed ?? shown(knob.value)}
        onChange={(e: React.ChangeEvent<HTMLInputElement>) => {
          setTyped(e.target.value);
          const v = Number(e.target.value.replace('−', '-').replace(',', '.'));
          if (e.target.value.trim() !== '' && Number.isFinite(v)) onSet(Math.min(Math.max(v, knob.min), knob.max));
        }}
        onBlur={() => {
          setTyped(null);
        }}
        onKeyDown={(e: React.KeyboardEvent) => {
          const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[e.key];
          if (by === undefined) return;
          e.preventDefault();
          step(by * (e.shiftKey ? 10 : 1));
        }}
        sx={{
          font: 'inherit',
          fontSize: 'head',
          fontWeight: 600,
          boxSizing: 'border-box',
          width: '100%',
          height: 52,
          textAlign: 'center',
          border: '2px solid',
          borderColor: wrong ? 'error.main' : moved ? 'primary.main' : 'text.primary',
          bgcolor: 'sheet',
          color: moved ? 'primary.main' : 'text.primary',
        }}
      />
      <Button
        sx={button}
        aria-label={`${knob.says}: ${knob.out ?? 'more'}`}
        onClick={() => {
          step(1);
        }}
      >
        +
      </Button>
      <Box sx={{ lineHeight: 1.15, minWidth: 0 }}>
        <Box sx={{ fontSize: 'text', fontWeight: 500 }}>{knob.says}</Box>
        <Box sx={{ fontSize: 'fine', color: 'quiet' }}>
          {knob.unit === 'turn' ? 'turns' : knob.unit}
          {moved && `, before ${shown(then)}`}
          {knob.out && !moved && `, + ${knob.out}`}
        </Box>
      </Box>
      {wrong && (
        <Box role="alert" sx={{ gridColumn: '1 / -1', fontSize: 'note', fontWeight: 600, color: 'error.main' }}>
          ✕ {wrong}
        </Box>
      )}
    </Box>
  );
}
