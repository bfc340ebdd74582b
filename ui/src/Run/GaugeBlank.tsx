import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import type { Gauge, Want } from '../api/client';
import { OneOf } from '../parts/Toggle';

/** On which side of nothing it lies: asked for, so that nobody writes a minus. */
export function Sides({ of, value, onChange }: { of: NonNullable<Want['sides']>; value: string; onChange: (id: string) => void }) {
  const options = [
    { id: 'negative', name: of.negative },
    { id: 'positive', name: of.positive },
  ];
  return <OneOf label="side" options={options} value={value} onChange={onChange} />;
}

/** Which gauge, as a blank in the label. */
export function GaugeBlank({ gauges, value, onChange }: { gauges: Gauge[]; value: string; onChange: (id: string) => void }) {
  return (
    <Box
      component="select"
      aria-label="gauge"
      value={value}
      onChange={(e) => {
        onChange(e.target.value);
      }}
      sx={{
        font: 'inherit',
        fontSize: 'note',
        fontWeight: 500,
        minHeight: 44,
        px: 0.5,
        bgcolor: 'sheet',
        color: 'text.primary',
        border: 0,
        borderBottom: '2px solid',
        borderColor: 'text.primary',
      }}
    >
      <option value="">gauge not named</option>
      {gauges.map((g) => (
        <option key={g.id} value={g.id}>
          {g.name} ± {g.doubt}
        </option>
      ))}
    </Box>
  );
}

/** What the gauge that is chosen cannot tell. */
export function Doubt({ children }: { children: ReactNode }) {
  return (
    <Box
      role="status"
      sx={{ fontSize: 'note', fontWeight: 500, lineHeight: 1.25, borderLeft: '4px solid', borderColor: 'primary.main', pl: 1 }}
    >
      {children}
    </Box>
  );
}
