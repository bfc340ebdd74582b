import { Told, W } from './blanks';
import { Part, Row } from './layout';
import { list, usePaper } from './paper';
import { Add, TakeOut } from './rows';

/** Values over something, such as tension over the temperature of the air. */
export function Charts() {
  const { sheet: s, edit } = usePaper();
  return (
    <>
      {list(s.charts).map((c, i) => (
        <Part key={c.id || i} title={c.name}>
          <Row>
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
          </Row>
        </Part>
      ))}
    </>
  );
}
