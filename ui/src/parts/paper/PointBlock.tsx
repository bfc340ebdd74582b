import Box from '@mui/material/Box';
import { Pick, Told, W } from '../form/blanks';
import { Any, When, Yes } from '../form/choices';
import { OfRig } from './OfRig';
import { TakeOut } from '../form/rows';
import { Row } from './layout';
import { Needs } from './Needs';
import { PointMore } from './PointMore';
import { list, usePaper } from './paper';

const quantities = ['length', 'angle', 'force', 'torque', 'count', 'speed', 'road speed', 'temperature'].map((id) => ({ id, name: id }));
const unit: Record<string, string> = { length: 'mm', angle: '°', force: 'N', torque: 'Nm', speed: 'rpm', temperature: '°C' };

/** One thing that is read: its window, its way of reading, and what the sheet's rig shows there. */
export function PointBlock({ i }: { i: number }) {
  const { sheet: s, words, proofs, edit, get } = usePaper();
  const p = list(s.points)[i];
  if (!p) return null;
  const at = ['points', i];
  const positions = get(['line', 'positions']) as { id: string; name: string }[] | undefined;
  const sides = p.each
    ? [
        { id: '{place}', name: 'on its own side' },
        { id: '{other}', name: 'on the other side' },
      ]
    : [];
  const places = [...list(positions), ...sides];
  const u = unit[p.quantity] ?? '';
  return (
    <Row head={<W at={[...at, 'name']} label="what is read" />}>
      {edit ? (
        <>
          <W at={[...at, 'target']} label={`target of ${p.name}`} hint="target" silent number unit={u} /> +
          <W at={[...at, 'plus']} label={`how far over, ${p.name}`} hint="over" silent number /> −
          <W at={[...at, 'minus']} label={`how far under, ${p.name}`} hint="under" silent number />
          <Pick at={[...at, 'quantity']} label={`kind of reading, ${p.name}`} options={quantities} />
          <TakeOut at={at} name={p.name} />
        </>
      ) : (
        <Box component="b" sx={{ whiteSpace: 'nowrap' }}>
          {words.limits[i]}
        </Box>
      )}
      {edit ? ' ' : ', '}
      <W at={[...at, 'between']} label="from where to where" />
      <When at={[...at, 'position']}>
        {'; '}
        <Pick at={[...at, 'position']} label={`control, when ${p.name} is read`} options={places} none="any position" />
      </When>
      <When at={[...at, 'states']}>
        {'; '}
        <Any at={[...at, 'states']} label={`what must be so when ${p.name} is read`} options={list(s.states)} />
      </When>
      <When at={[...at, 'instrument']}>
        {'; by '}
        <W at={[...at, 'instrument']} label="instrument" />
        {!edit && p.read_at && `, or ${p.read_at.says}`}
      </When>
      {list(s.schools).length > 0 && (
        <When at={[...at, 'school']}>
          {edit ? '' : '; by the school '}
          <Pick at={[...at, 'school']} label={`only by, ${p.name}`} options={list(s.schools)} none="every school" />
        </When>
      )}
      {list(s.places).length > 0 && (
        <>
          {!edit && p.each ? '; ' : ''}
          <Yes at={[...at, 'each']} says="at each place" />
        </>
      )}
      {edit ? (
        <PointMore i={i} />
      ) : (
        <>
          {p.signed && `. On either side: ${p.signed.positive}, or ${p.signed.negative}.`}
          {p.settle && ` Before it counts: ${p.settle.says}.`}
          {p.finish && ` Left ${p.finish}.`}
        </>
      )}
      <When at={[...at, 'stop']}>
        {edit ? ' Out of it, repair: ' : ' Out of it: '}
        <W at={[...at, 'stop']} label="what to repair" />
      </When>
      <Needs at={[...at, 'needs']} of={p.name} />
      <OfRig at={[...at, 'measures']} kind="readings" says={`what ${p.name} reads of the rig`} />
      {!list(proofs).some((x) => !x.met && x.field === `points[${i}].target`) && <Told at={[...at, 'target']} />}
      <Told at={[...at, 'plus']} />
      <Told at={[...at, 'minus']} />
      <Told at={at} />
      <Told at={[...at, 'chart']} />
      <Shown path={`points[${i}].`} />
    </Row>
  );
}

/** What the rig shows where the sheet asks it. */
export function Shown({ path }: { path: string }) {
  const { sheet, proofs } = usePaper();
  const of = list(proofs).filter((p) => p.field.startsWith(path));
  if (of.length === 0) return null;
  const wrong = of.filter((p) => !p.met);
  const schools = new Map(list(sheet.schools).map((x) => [x.id, x.name]));
  const alike = new Set(of.map((p) => p.shows)).size === 1;
  const say = (p: (typeof of)[number]) => `${p.shows}${p.school && !alike ? ` (${schools.get(p.school) ?? p.school})` : ''}`;
  return (
    <Box
      component="span"
      id={wrong[0] && `tell-${wrong[0].field}`}
      sx={{ display: 'block', fontSize: 'note', color: wrong.length > 0 ? 'error.main' : 'success.main', fontWeight: 500 }}
    >
      {wrong.length > 0
        ? `✕ its rig shows ${[...new Set(wrong.map(say))].join(', ')}; wanted ${wrong[0]?.wants ?? ''}`
        : `✓ its rig shows ${[...new Set(of.map(say))].join(', ')}`}
    </Box>
  );
}
