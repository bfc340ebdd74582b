import Box from '@mui/material/Box';
import { AdjusterBlock } from './AdjusterBlock';
import { CheckBlock } from './CheckBlock';
import { Part } from './layout';
import { FormContext } from '../form/form';
import { formOf, list, PaperContext, type PaperOf } from './paper';
import { PointBlock } from './PointBlock';
import { Elsewhere } from './Elsewhere';
import { First } from './First';
import { Last } from './Last';
import { More } from './More';
import { Top } from './Top';
import { RigBlock } from './RigBlock';
import { SettingBlock } from './SettingBlock';
import { Wears } from './Wears';

type Kind = 'adjusters' | 'points' | 'checks';

/** A sheet in the order a mechanic reads it. With `set` every word and figure is a blank where it is read. */
export function Paper(of: PaperOf) {
  const s = of.sheet;
  const settings = list(s.settings);
  // what a setting shows in full is only named by those after it
  const firstOf = (kind: Kind, id: string) =>
    settings.findIndex((x) => list(x[kind]).includes(id) || (kind === 'points' && x.then === id) || (kind === 'checks' && x.check === id));
  const left = (kind: Kind) =>
    list(s[kind] as { id: string }[])
      .map((x, i) => ({ i, id: x.id }))
      .filter((x) => firstOf(kind, x.id) < 0);
  const edit = of.set !== undefined;
  return (
    <PaperContext.Provider value={of}>
      <FormContext.Provider value={formOf(of)}>
        {edit && <Elsewhere />}
        <Box sx={{ columns: edit ? 1 : { xs: 1, md: 2, lg: 3 }, columnGap: 4, mt: 2 }}>
          <Top />
          <First />
        </Box>
        <Box
          component="h2"
          sx={{ m: 0, mt: 1, mb: 1.5, fontSize: 'title', fontWeight: 600, borderTop: '2px solid', borderColor: 'text.primary', pt: 1 }}
        >
          Settings, in their order
        </Box>
        <Box sx={{ columns: edit ? 1 : { xs: 1, lg: 2 }, columnGap: 4 }}>
          {settings.map((one, i) => (
            <SettingBlock key={one.id || i} i={i} shown={(kind, id) => firstOf(kind, id) < i} />
          ))}
        </Box>
        {edit && <More />}
        <Box
          sx={{
            columns: edit ? 1 : { xs: 1, md: 2, lg: 3 },
            columnGap: 4,
            mt: 1,
            borderTop: '2px solid',
            borderColor: 'text.primary',
            pt: 1.5,
          }}
        >
          {left('adjusters').length + left('points').length > 0 && (
            <Part title="Also turned and read">
              {left('adjusters').map((x) => (
                <AdjusterBlock key={x.id} i={x.i} />
              ))}
              {left('points').map((x) => (
                <PointBlock key={x.id} i={x.i} />
              ))}
            </Part>
          )}
          {left('checks').length > 0 && (
            <Part title="Proved at the end" of={['checks']}>
              {left('checks').map((x) => (
                <CheckBlock key={x.id} i={x.i} />
              ))}
            </Part>
          )}
          <Wears />
          <Last />
        </Box>
        <Box sx={{ borderTop: '2px solid', borderColor: 'text.primary', pt: 1.5 }}>
          <RigBlock />
        </Box>
      </FormContext.Provider>
    </PaperContext.Provider>
  );
}
