import Box from '@mui/material/Box';
import { Pick, Told, W } from '../form/blanks';
import { Any } from '../form/choices';
import { Add, TakeOut } from '../form/rows';
import { idOf, list, usePaper } from './paper';

const quantities = ['road speed', 'speed', 'length', 'angle', 'force', 'count', 'temperature'].map((id) => ({ id, name: id }));

/** The figures that are read with a check: alone, or in a row and a column of a table. */
export function FigureBlock({ i }: { i: number }) {
  const { sheet, edit } = usePaper();
  const c = list(sheet.checks)[i];
  const at = ['checks', i, 'figures'];
  const all = list(c?.figures);
  if (!c || (!edit && all.length === 0)) return null;
  const bad = list(c.answers)
    .slice(1)
    .map((a) => ({ id: a.id ?? '', name: a.says }));
  return (
    <Box>
      {all.length > 0 && 'Read with it:'}
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {all.map((f, j) => {
          const here = [...at, j];
          const limit = (which: 'least' | 'most', side: 'under' | 'over') =>
            (edit || f[which] !== undefined) && (
              <>
                {' '}
                {which} <W at={[...here, which]} label={`${which} of ${f.name}`} number />
                {edit && f[which] !== undefined && (
                  <Pick at={[...here, side]} label={`answer ${side} the ${which} of ${f.name}`} options={bad} none="proves nothing then" />
                )}
              </>
            );
          return (
            <li key={j}>
              <b>
                <W at={[...here, 'name']} label="what is read with it" />
              </b>{' '}
              {edit ? <Pick at={[...here, 'quantity']} label={`kind of ${f.name}`} options={quantities} /> : `(${f.quantity})`}
              {edit && (
                <>
                  {' '}
                  row <W at={[...here, 'row']} label={`row of ${f.name}`} /> column{' '}
                  <W at={[...here, 'column']} label={`column of ${f.name}`} />
                </>
              )}
              {limit('least', 'under')}
              {limit('most', 'over')}
              {edit && all.length > 1 && (
                <>
                  {' '}
                  always less than{' '}
                  <Any
                    at={[...here, 'below']}
                    label={`greater than ${f.name}`}
                    options={all.filter((x) => x.id !== f.id).map(({ id, name }) => ({ id, name }))}
                  />
                </>
              )}
              <TakeOut at={here} name={f.name} />
              <Told at={here} />
            </li>
          );
        })}
      </Box>
      <Add
        at={at}
        what="figure read with it"
        named
        make={(name) => ({
          id: idOf(
            name,
            all.map((f) => f.id),
          ),
          name,
          quantity: 'length',
        })}
      />
      <HuntingBlanks i={i} />
    </Box>
  );
}

/** Of a motor that two switches stop: its gaps, and which figure is how far it runs on. */
function HuntingBlanks({ i }: { i: number }) {
  const { sheet, edit } = usePaper();
  const c = list(sheet.checks)[i];
  const at = ['checks', i, 'hunting'];
  const angles = list(c?.figures).filter((f) => f.quantity === 'angle');
  if (!c || (!c.hunting && (!edit || angles.length === 0))) return null;
  const gaps = list(sheet.points).filter((p) => p.quantity === 'angle');
  return (
    <Box>
      Where it hunts: gaps <Pick at={[...at, 'extend']} label={`${c.name}: gap on the way out`} options={gaps} none="none" /> and{' '}
      <Pick at={[...at, 'retract']} label={`${c.name}: gap on the way home`} options={gaps} none="none" />, it runs on by{' '}
      <Pick at={[...at, 'coast']} label={`${c.name}: how far it runs on`} options={angles} none="none" />, switches release{' '}
      <W at={[...at, 'differential']} label={`${c.name}: between operating and releasing`} number unit="°" /> after they operate, it may
      rest <W at={[...at, 'tolerance']} label={`${c.name}: how far off the lever it may rest`} number unit="°" /> off the lever.
      <Told at={at} />
    </Box>
  );
}
