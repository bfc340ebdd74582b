import { Told, W } from '../form/blanks';
import { Any, When, Yes } from '../form/choices';
import { Part, Row } from './layout';
import { Needs } from './Needs';
import { idOf, list, usePaper } from './paper';
import { Add, TakeOut } from '../form/rows';
import { AtControl } from './Two';

/** What the hand does that is neither a turn nor a reading, and what it makes or unmakes. */
export function Actions() {
  const { sheet: s, edit } = usePaper();
  if (!edit && list(s.actions).length === 0) return null;
  return (
    <Part title="By hand" of={['actions']}>
      {list(s.actions).map((a, i) => {
        const at = ['actions', i];
        return (
          <Row key={a.id} head={<W at={[...at, 'name']} label={`action ${i + 1}`} />}>
            <W at={[...at, 'says']} label={`what is done, ${a.name}`} />
            <AtControl at={[...at, 'control']} of={a.name} />
            <When at={[...at, 'times']}>
              {' '}
              <W at={[...at, 'times']} label={`how often, ${a.name}`} number /> times.
            </When>
            {list(s.places).length > 0 && (
              <>
                {' '}
                <Yes at={[...at, 'each']} says="At each place." />
              </>
            )}{' '}
            <Yes at={[...at, 'spoils']} says="Then that place starts again." />
            {list(s.states).length > 0 && (
              <>
                <When at={[...at, 'makes']}>
                  {' makes: '}
                  <Any at={[...at, 'makes']} label={`what ${a.name} makes`} options={list(s.states)} />
                </When>
                <When at={[...at, 'unmakes']}>
                  {' unmakes: '}
                  <Any at={[...at, 'unmakes']} label={`what ${a.name} unmakes`} options={list(s.states)} />
                </When>
              </>
            )}
            <Needs at={[...at, 'needs']} of={a.name} />
            <TakeOut at={at} name={a.name} />
            <Told at={at} />
          </Row>
        );
      })}
      <Add
        at={['actions']}
        what="what the hand does"
        named
        make={(name) => ({
          id: idOf(
            name,
            list(s.actions).map((x) => x.id),
          ),
          name,
          says: '',
        })}
      />
    </Part>
  );
}
