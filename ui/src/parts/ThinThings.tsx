import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { BenchView } from '../api/client';
import { useProblem } from './useProblem';
import { Blank } from './Blank';
import { useKeep } from '../api/useBench';

type Things = BenchView['thin'];

/** Any flat thing measured once serves as a feeler: a tap writes it into the blank last touched. */
export function ThinThings({ things, blank, onTake }: { things: Things; blank: string; onTake: (text: string) => void }) {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <Button
        variant="text"
        onClick={() => {
          setOpen(true);
        }}
      >
        thin things
      </Button>
    );
  return (
    <Box
      role="group"
      aria-label="Thin things"
      sx={{ flexBasis: '100%', bgcolor: 'sheet', border: '2px solid', borderColor: 'text.primary', p: 1.5 }}
    >
      <Box sx={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center' }}>
        <Box sx={{ fontSize: 'text' }}>
          {blank ? (
            <>
              A tap writes it into <b>{blank}</b>.
            </>
          ) : (
            'Touch a blank for a length first, then the thing that fits.'
          )}
        </Box>
        <Button
          variant="text"
          onClick={() => {
            setOpen(false);
          }}
        >
          close
        </Button>
      </Box>
      <ThinList things={things} change {...(blank ? { onTake } : {})} />
    </Box>
  );
}

/** The flat things there are; who may change them adds and forgets. */
export function ThinList({ things, change, onTake }: { things: Things; change: boolean; onTake?: (text: string) => void }) {
  const [name, setName] = useState('');
  const [thickness, setThickness] = useState('');
  const { at, rest, setProblem } = useProblem();
  const keep = useKeep();
  const add = async () => {
    const refused = await keep.thin(name, thickness);
    setProblem(refused);
    if (!refused) {
      setName('');
      setThickness('');
    }
  };
  return (
    <>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, my: 1 }}>
        {things.map((t) => (
          <Box key={t.name} sx={{ display: 'flex', alignItems: 'center' }}>
            {onTake ? (
              <Button
                sx={{ minHeight: 48, px: 1.5, py: 0.5, fontSize: 'text' }}
                onClick={() => {
                  onTake(`${t.thickness} mm`);
                }}
              >
                {t.name} · {t.thickness} mm
              </Button>
            ) : (
              <Box sx={{ fontSize: 'text', pr: 1 }}>
                {t.name} · <b>{t.thickness} mm</b>
              </Box>
            )}
            {change && (
              <Button
                variant="text"
                aria-label={`forget ${t.name}`}
                sx={{ minWidth: 44 }}
                onClick={() => void keep.dropThin(t.name).then(setProblem)}
              >
                ✕
              </Button>
            )}
          </Box>
        ))}
      </Box>
      {change && (
        <Box
          component="form"
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            void add();
          }}
          sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'flex-end' }}
        >
          <Blank label="another thing" value={name} onChange={setName} width={220} error={at('name')} />
          <Blank label="how thick, mm" value={thickness} onChange={setThickness} width={160} error={at('thickness')} />
          <Button type="submit" sx={{ minHeight: 48, py: 0.5 }}>
            Keep it
          </Button>
        </Box>
      )}
      {rest()}
    </>
  );
}
