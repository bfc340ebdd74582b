import Box from '@mui/material/Box';
import type { Machine } from '../api/client';
import { Blank } from '../parts/Blank';
import { OneOf } from '../parts/Toggle';

type Unit = NonNullable<Machine['unit']>;

/** The plate of a machine, as far as it decides on the sheet. */
export function Plate({
  craft,
  unit,
  error,
  onChange,
}: {
  craft: Machine['craft'];
  unit: Unit;
  error: string;
  onChange: (unit: Unit) => void;
}) {
  return (
    <>
      <Box component="h2" sx={{ fontSize: 'plain', fontWeight: 600, mb: 0.5 }}>
        The plate that decides on the sheet
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, alignItems: 'center' }}>
        <Blank
          label="serial, year or engine number"
          value={unit.serial}
          onChange={(serial) => {
            onChange({ ...unit, serial });
          }}
          width={240}
          error={error}
        />
        {craft === 'boat' && (
          <OneOf
            label="hand of rotation"
            options={[
              { id: 'standard', name: 'standard hand' },
              { id: 'counter', name: 'counter hand' },
            ]}
            value={unit.hand}
            onChange={(hand) => {
              onChange({ ...unit, hand });
            }}
          />
        )}
        <Blank
          label="variant"
          value={unit.variant ?? ''}
          onChange={(variant) => {
            onChange({ ...unit, variant });
          }}
          width={220}
        />
      </Box>
    </>
  );
}
