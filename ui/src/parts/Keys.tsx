import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useId, useRef } from 'react';
import { useStored } from '../stored';
import { Toggle } from './Toggle';
import { keysOff, useKey } from './useKey';

const keys: [key: string, does: string][] = [
  ['0–9', 'on a run: into the pad, from wherever one is'],
  ['Enter', 'takes what was written, presses what is marked'],
  ['Tab', 'on to the next, with Shift to the one before'],
  ['arrows', 'from one of several to another; on a drawing and in What if they move what is held, with Shift farther'],
  ['/', 'on Bays and the Bench: to what finds'],
  ['?', 'shows these keys'],
  ['Esc', 'shuts them'],
];

/** What the keys do, shown by ?; and whether single ones do anything. */
export function Keys() {
  const box = useRef<HTMLDialogElement>(null);
  const [off, setOff] = useStored(keysOff);
  const title = useId();
  const show = () => box.current?.showModal();
  useKey((key) => key === '?', show);
  return (
    <>
      <Button
        variant="text"
        onClick={show}
        sx={{ minHeight: 40, fontSize: 'fine', py: 0.5, px: 0.5, ...(off === '' && { '@media (pointer: coarse)': { display: 'none' } }) }} // where ? is put away this is the way back
      >
        keys
      </Button>
      <Box
        component="dialog"
        ref={box}
        aria-labelledby={title}
        sx={{
          width: 'min(560px, 92vw)',
          p: 2.5,
          border: '2px solid',
          borderColor: 'text.primary',
          bgcolor: 'sheet',
          color: 'text.primary',
          '&::backdrop': { background: 'rgb(0 0 0 / 45%)' },
        }}
      >
        <Box component="h2" id={title} sx={{ m: 0, mb: 1, fontSize: 'head', fontWeight: 600 }}>
          Keys
        </Box>
        <Box
          component="dl"
          sx={{ m: 0, display: 'grid', gridTemplateColumns: 'max-content 1fr', columnGap: 2.5, rowGap: 0.75, fontSize: 'text' }}
        >
          {keys.map(([key, does]) => (
            <Box key={key} sx={{ display: 'contents' }}>
              <Box component="dt" sx={{ fontWeight: 600 }}>
                {key}
              </Box>
              <Box component="dd" sx={{ m: 0 }}>
                {does}
              </Box>
            </Box>
          ))}
        </Box>
        <Box component="form" method="dialog" sx={{ mt: 2, display: 'flex', flexWrap: 'wrap', gap: 1.25 }}>
          <Button type="submit" variant="contained" autoFocus sx={{ minHeight: 48, py: 0.5 }}>
            Shut
          </Button>
          <Toggle
            on={off === ''}
            onToggle={() => {
              setOff(off ? '' : 'yes');
            }}
          >
            0–9, / and ? by themselves
          </Toggle>
        </Box>
      </Box>
    </>
  );
}
