import Box from '@mui/material/Box';
import { Told, W } from '../form/blanks';
import { fields, useRigFields } from './fields';
import { Part, Row } from './layout';
import { Needs } from './Needs';
import { idOf, list, usePaper, type Path } from './paper';
import { Add, TakeOut } from '../form/rows';
import { Sets } from './Sets';
import { AtControl } from './Two';

/** What must be so before a reading means anything, how it is made, and what the rig is then. */
export function States() {
  const { sheet: s, edit } = usePaper();
  if (!edit && list(s.states).length === 0) return null;
  return (
    <Part title="What must be so" of={['states']}>
      {list(s.states).map((t, i) => (
        <Row key={t.id} head={<W at={['states', i, 'name']} label={`state ${i + 1}`} />}>
          <W at={['states', i, 'how']} label={`how ${t.name} is made`} />
          <AtControl at={['states', i, 'control']} of={t.name} />
          <Needs at={['states', i, 'needs']} of={t.name} />
          <TakeOut at={['states', i]} name={t.name} />
          <Made at={['states', i, 'made']} head="The rig then:" label={`of the rig, ${t.name}`} add="what the rig is then" />
          <Made at={['states', i, 'unmade']} head="Not made:" label={`of the rig, without ${t.name}`} add="what it is without" />
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
  );
}

/** What a state, or the way of a thing, makes of the rig: where its control stands, what is worn or wrong, how it is set. */
export function Made({ at, head, label, add }: { at: Path; head: string; label: string; add: string }) {
  const { sheet: s, edit, get } = usePaper();
  const of = useRigFields(s.family);
  if (get(at) === undefined) return edit && s.rig ? <Add at={at} what={add} make={() => ({})} whole /> : null;
  const turned = list(s.adjusters).flatMap((a) => (a.works && !a.each ? [[a.works, { type: 'number', title: a.name }] as const] : []));
  return (
    <Box component="span" sx={{ display: 'block', fontSize: 'note', color: 'quiet' }}>
      {head} <Sets at={[...at, 'at']} of={fields(of.at)} label={`control ${label}`} more="control" />{' '}
      <Sets at={[...at, 'condition']} of={fields(of.condition)} label={`condition ${label}`} more="condition" />{' '}
      <Sets at={[...at, 'settings']} of={turned.map(([k, f]) => [k, f])} label={`setting ${label}`} more="setting" />
      <TakeOut at={at} name={`what it makes ${label}`} />
      <Told at={at} />
    </Box>
  );
}
