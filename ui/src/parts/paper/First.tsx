import { Actions } from './Actions';
import { Told, W } from '../form/blanks';
import { When } from '../form/choices';
import { Part, Row } from './layout';
import { idOf, list, usePaper } from './paper';
import { Add, TakeOut } from '../form/rows';
import { States } from './States';
import { Worn } from './Worn';

/** What comes before anything is turned. */
export function First() {
  const { sheet: s, edit } = usePaper();
  return (
    <>
      <Part title="Cautions">
        {list(s.cautions).map((c, i) => (
          <Row key={c.id} head="!">
            <W at={['cautions', i, 'says']} label={`caution ${i + 1}`} />
            <TakeOut at={['cautions', i]} name={`caution ${i + 1}`} />
          </Row>
        ))}
        <Told at={['cautions']} />
        <Add
          at={['cautions']}
          what="caution"
          named
          make={(says) => ({
            id: idOf(
              says,
              list(s.cautions).map((x) => x.id),
            ),
            says,
          })}
        />
      </Part>
      {(edit || list(s.temporary).length + list(s.off).length > 0) && (
        <Part title="On and off">
          {list(s.temporary).map((t, i) => (
            <Row key={t.id} head={<W at={['temporary', i, 'name']} label={`thing ${i + 1} that goes on`} />}>
              {edit ? 'because ' : 'on while the work lasts: '}
              <W at={['temporary', i, 'why']} label={`why ${t.name} goes on`} />
              <TakeOut at={['temporary', i]} name={t.name} />
            </Row>
          ))}
          <Add
            at={['temporary']}
            what="thing that goes on"
            named
            make={(name) => ({
              id: idOf(
                name,
                list(s.temporary).map((x) => x.id),
              ),
              name,
              why: '',
            })}
          />
          {list(s.off).map((t, i) => (
            <Row key={t.id} head={<W at={['off', i, 'name']} label={`thing ${i + 1} that comes off`} />}>
              off
              <When at={['off', i, 'side']}>
                {', '}
                <W at={['off', i, 'side']} label={`where ${t.name} sits`} />
              </When>
              <When at={['off', i, 'torque']}>
                {', back on with '}
                <W at={['off', i, 'torque']} label={`torque of ${t.name}`} hint="torque" number unit="Nm" />
              </When>
              <TakeOut at={['off', i]} name={t.name} />
            </Row>
          ))}
          <Add
            at={['off']}
            what="thing that comes off"
            named
            make={(name) => ({
              id: idOf(
                name,
                list(s.off).map((x) => x.id),
              ),
              name,
            })}
          />
        </Part>
      )}
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
