import { Pick, Told, W } from '../form/blanks';
import { fields, useRigFields } from './fields';
import { Part, Row } from './layout';
import { idOf, ids, list, usePaper } from './paper';
import { Add, TakeOut } from '../form/rows';

/** Values over something, such as tension over the temperature of the air. */
export function Charts() {
  const { sheet: s, edit } = usePaper();
  const { at: places } = useRigFields(s.family);
  return (
    <>
      {list(s.charts).map((c, i) => (
        <Part key={c.id || i} title={c.name}>
          <Row>
            {edit && <W at={['charts', i, 'name']} label={`chart ${i + 1}`} />}
            {edit && 'over '}
            <W at={['charts', i, 'over']} label={`what ${c.name} lies over`} />:{' '}
            {list(c.points).map((_, j) => (
              <span key={j}>
                {j > 0 && !edit ? ' · ' : ' '}
                <W at={['charts', i, 'points', j, 0]} label={`${c.name}, place ${j + 1}`} number />
                {' → '}
                <W at={['charts', i, 'points', j, 1]} label={`${c.name}, value ${j + 1}`} number />
                <TakeOut at={['charts', i, 'points', j]} name={`place ${j + 1} of ${c.name}`} />
                <Told at={['charts', i, 'points', j]} />
              </span>
            ))}
            <Add at={['charts', i, 'points']} what="place on the chart" make={() => ['', '']} />
            <Told at={['charts', i]} />
            {edit && (
              <>
                {' read first: '}
                <Pick at={['charts', i, 'reads']} label={`what is read first for ${c.name}`} options={list(s.points)} none="nothing" />
                {(s.rig ?? c.at) && (
                  <>
                    {' of the rig: '}
                    <Pick
                      at={['charts', i, 'at']}
                      label={`what ${c.name} lies over, of the rig`}
                      options={fields(places).map(([id, f]) => ({ id, name: f.title ?? id }))}
                      none="none of it"
                    />
                  </>
                )}
                <TakeOut at={['charts', i]} name={c.name} />
              </>
            )}
          </Row>
        </Part>
      ))}
      <Add
        at={['charts']}
        what="chart"
        named
        make={(name) => ({
          id: idOf(name, ids(s)),
          name,
          over: '',
          points: [
            ['', ''],
            ['', ''],
          ],
        })}
      />
    </>
  );
}
