import { Told, W } from './blanks';
import { When } from './choices';
import { Part, Row } from './layout';
import { idOf, list, usePaper } from './paper';
import { Add, TakeOut } from './rows';

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
      {(edit || list(s.states).length > 0) && (
        <Part title="What must be so">
          {list(s.states).map((t, i) => (
            <Row key={t.id} head={<W at={['states', i, 'name']} label={`state ${i + 1}`} />}>
              <W at={['states', i, 'how']} label={`how ${t.name} is made`} />
              <TakeOut at={['states', i]} name={t.name} />
            </Row>
          ))}
          <Add
            at={['states']}
            what="state"
            named
            make={(name) => ({
              id: idOf(
                name,
                list(s.states).map((x) => x.id),
              ),
              name,
              how: '',
            })}
          />
        </Part>
      )}
      {list(s.actions).length > 0 && (
        <Part title="By hand">
          {list(s.actions).map((a, i) => (
            <Row key={a.id} head={<W at={['actions', i, 'name']} label={`action ${i + 1}`} />}>
              <W at={['actions', i, 'says']} label={`what is done, ${a.name}`} />
              {!edit && a.times ? ` ${a.times} times.` : ''}
              {!edit && a.spoils ? ' Then that place starts again.' : ''}
            </Row>
          ))}
        </Part>
      )}
      {list(s.lost_motion).length > 0 && (
        <Part title="Worn parts first">
          {list(s.lost_motion).map((l, i) => (
            <Row key={l.id} head={<W at={['lost_motion', i, 'name']} label="lost motion" />}>
              at most <W at={['lost_motion', i, 'limit']} label={`limit of ${l.name}`} number unit="mm" />.{' '}
              <W at={['lost_motion', i, 'over']} label="where to look when it is over" />
            </Row>
          ))}
        </Part>
      )}
      {s.prepare && (
        <Part title="A new cable, before it is set">
          {s.prepare.map((_, i) => (
            <Row key={i} head={`${i + 1}`}>
              <W at={['prepare', i]} label={`preparation ${i + 1}`} />
            </Row>
          ))}
        </Part>
      )}
    </>
  );
}
