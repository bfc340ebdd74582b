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
    </Box>
  );
}
