import { Told, W } from '../form/blanks';
import { Add, Many, TakeOut } from '../form/rows';
import { Needs } from './Needs';
import { usePaper, type Path } from './paper';

/** How something is kept where it was set: every word of it, while a sheet is written. */
export function LockBlanks({ at, name }: { at: Path; name: string }) {
  const { get } = usePaper();
  if (get(at) === undefined)
    return <Add at={at} what={`how ${name} is locked`} make={() => ({ says: '', nut: '', back_off_min: 0, back_off_max: 0 })} whole />;
  return (
    <>
      lock: <W at={[...at, 'says']} label={`how ${name} is locked`} />
      <W at={[...at, 'torque']} label={`torque of ${name}`} hint="torque" number unit="Nm" />
      <TakeOut at={at} name={`how ${name} is locked`} />
      <br />
      what stays finger tight until then: <W at={[...at, 'nut']} label={`${name}: finger tight until then`} /> backed off by{' '}
      <W at={[...at, 'back_off_min']} label={`least the lock of ${name} backs off`} number /> to{' '}
      <W at={[...at, 'back_off_max']} label={`most the lock of ${name} backs off`} number unit="turn" />
      <br />
      pin <W at={[...at, 'pin']} label={`pin of ${name}`} /> mark or hole that shows it safe{' '}
      <W at={[...at, 'witness']} label={`witness of ${name}`} />
      <br />
      in this order: <Many at={[...at, 'order']} label={`lock of ${name}, place`} what="next in the order" />
      <br />
      allowed: <Many at={[...at, 'choice']} label={`lock of ${name}, way`} what="another way of locking" />
      <Needs at={[...at, 'needs']} of={`the lock of ${name}`} />
      <Told at={at} />
    </>
  );
}
