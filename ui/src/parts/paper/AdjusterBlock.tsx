import { Pick, Told, W } from '../form/blanks';
import { When, Yes } from '../form/choices';
import { OfRig } from './OfRig';
import { Add, Many, TakeOut } from '../form/rows';
import { Row } from './layout';
import { LockBlanks } from './LockBlanks';
import { Needs, Together } from './Needs';
import { list, usePaper } from './paper';

const kinds = [
  'barrel',
  'clevis',
  'turnbuckle',
  'jam nuts',
  'slider',
  'star wheel',
  'wedge',
  'knob',
  'quadrant',
  'set screw',
  'cam',
  'slot pin',
  'spring',
  'automatic',
].map((id) => ({ id, name: id }));
const ways = ['out', 'in'].map((id) => ({ id, name: id }));
const seen = ['clockwise', 'anticlockwise', 'along'].map((id) => ({ id, name: id }));
const threaded = ['barrel', 'clevis', 'turnbuckle', 'jam nuts'];

/** One thing the hand turns: its steps, its two ways as they look, how it is locked, what it does not set. */
export function AdjusterBlock({ i }: { i: number }) {
  const { sheet: s, words, edit } = usePaper();
  const a = list(s.adjusters)[i];
  if (!a) return null;
  const at = ['adjusters', i];
  if (!edit) {
    return (
      <Row head={`${a.name} (${a.kind}${a.each ? ', one at each place' : ''}):`}>
        {words.steps[i]}
        {(s.assumed ?? []).includes(`adjusters[${i}].pitch`) ? ' (assumed)' : ''}. Seen from {a.seen_from}:{' '}
        {a.out.seen === 'along' ? '' : `${a.out.seen} is `}
        {a.out.says}, {a.in.seen === 'along' ? '' : `${a.in.seen} is `}
        {a.in.says}.{a.threads && ` Threads in: ${a.threads.min} to ${a.threads.max}.`}
        {words.locks[i] && ` Lock: ${words.locks[i]}.`}
        {a.does_not_set && (
          <>
            {' '}
            <b>Does not set:</b> {a.does_not_set}
          </>
        )}
        <Needs at={[...at, 'needs']} of={a.name} />
        <Together at={[...at, 'allows']} of={`allowed for ${a.name},`} caution />
      </Row>
    );
  }
  const counts = list(s.points).filter((p) => p.quantity === 'count');
  return (
    <Row head={<W at={[...at, 'name']} label="what is turned" />}>
      <Pick at={[...at, 'kind']} label={`kind of ${a.name}`} options={kinds} />
      {threaded.includes(a.kind) ? (
        <W at={[...at, 'pitch']} label={`pitch of ${a.name}`} hint="pitch" number unit="mm a turn, locked every" />
      ) : (
        <>
          one step is called <W at={[...at, 'notch']} label={`one step of ${a.name} is called`} />, locked every
        </>
      )}
      <W at={[...at, 'step']} label={`least step of ${a.name}`} number />
      <br />
      {a.kind === 'quadrant' && (
        <>
          its places: <Many at={[...at, 'hooks']} label={`place of ${a.name}`} what="place to choose" />
          <br />
        </>
      )}
      turned <Pick at={[...at, 'lengthens']} label={`${a.name} lengthens when turned`} options={ways} /> it lengthens; seen from{' '}
      <W at={[...at, 'seen_from']} label={`${a.name} is seen from`} />{' '}
      <Pick at={[...at, 'out', 'seen']} label={`outward, ${a.name} turns`} options={seen} /> is{' '}
      <W at={[...at, 'out', 'says']} label={`outward, ${a.name} goes`} />,
      <Pick at={[...at, 'in', 'seen']} label={`inward, ${a.name} turns`} options={seen} /> is{' '}
      <W at={[...at, 'in', 'says']} label={`inward, ${a.name} goes`} />
      <br />
      {a.threads ? (
        <>
          threads in, counted as <Pick at={[...at, 'threads', 'point']} label={`threads of ${a.name} are read as`} options={counts} />
          <W at={[...at, 'threads', 'min']} label={`least threads of ${a.name}`} number /> to{' '}
          <W at={[...at, 'threads', 'max']} label={`most threads of ${a.name}`} number />
          <Told at={[...at, 'threads']} />
        </>
      ) : (
        threaded.includes(a.kind) &&
        counts.length > 0 && (
          <Add at={[...at, 'threads']} what="threads that must stay in" make={() => ({ point: counts[0]?.id ?? '' })} whole />
        )
      )}
      {s.rig && !a.threads && (
        <>
          it can be set from <W at={[...at, 'range', 'min']} label={`least setting of ${a.name}`} number /> to{' '}
          <W at={[...at, 'range', 'max']} label={`most setting of ${a.name}`} number /> of its steps
          <br />
          <Told at={[...at, 'range']} />
        </>
      )}
      <LockBlanks at={[...at, 'lock']} name={a.name} />
      <br />
      <When at={[...at, 'does_not_set']}>
        does not set: <W at={[...at, 'does_not_set']} label={`what ${a.name} does not set`} />
      </When>
      <Yes at={[...at, 'measure_only']} says="cannot be turned" />
      {list(s.places).length > 0 && <Yes at={[...at, 'each']} says="one at each place" />}
      <OfRig at={[...at, 'works']} kind="adjusters" says={`what ${a.name} works of the rig`} />
      <TakeOut at={at} name={a.name} />
      <Needs at={[...at, 'needs']} of={a.name} />
      <Together at={[...at, 'allows']} of={`allowed for ${a.name},`} caution />
      <Told at={at} />
      <Told at={[...at, 'works']} />
    </Row>
  );
}
