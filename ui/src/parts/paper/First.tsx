import { Actions } from './Actions';
import { W } from '../form/blanks';
import { Part, Row } from './layout';
import { list, usePaper } from './paper';
import { Add, TakeOut } from '../form/rows';
import { SetUp } from './SetUp';
import { States } from './States';
import { Worn } from './Worn';

/** What comes before anything is turned. */
export function First() {
  const { sheet: s, edit } = usePaper();
  return (
    <>
      <SetUp />
      <States />
      <Actions />
      <Worn />
      {(s.prepare ?? edit) && (
        <Part title="A new cable, before it is set">
          {list(s.prepare).map((one, i) => (
            <Row key={i} head={`${i + 1}`}>
              <W at={['prepare', i]} label={`preparation ${i + 1}`} />
              <TakeOut at={['prepare', i]} name={one} />
            </Row>
          ))}
          <Add at={['prepare']} what="what is done to a new cable" make={() => ''} />
        </Part>
      )}
    </>
  );
}
