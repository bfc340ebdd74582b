import { Pick, Told, W } from '../form/blanks';
import { fields, useRigFields } from './fields';
import { list, usePaper } from './paper';
import { Add, TakeOut } from '../form/rows';
import { Sets } from './Sets';
import { SettleBlanks } from './SettingMore';

/** What fewer readings have: two sides, a chart, a way to settle, where the control of the rig stands. */
export function PointMore({ i }: { i: number }) {
  const { sheet: s } = usePaper();
  const { at: places } = useRigFields(s.family);
  const p = list(s.points)[i];
  if (!p) return null;
  const at = ['points', i];
  return (
    <>
      {p.signed ? (
        <>
          on one side of nothing <W at={[...at, 'signed', 'positive']} label={`${p.name}, above nothing`} /> on the other{' '}
          <W at={[...at, 'signed', 'negative']} label={`${p.name}, below nothing`} />
          <TakeOut at={[...at, 'signed']} name={`the sides of ${p.name}`} />
        </>
      ) : (
        <Add at={[...at, 'signed']} what="it can lie on either side of nothing" make={() => ({ positive: '', negative: '' })} whole />
      )}
      {list(s.charts).length > 0 && (
        <>
          {' target from '}
          <Pick at={[...at, 'chart']} label={`chart of ${p.name}`} options={list(s.charts)} none="no chart" />
        </>
      )}
      {' left '}
      <W at={[...at, 'finish']} label={`finish of ${p.name}`} hint="finish" />
      <SettleBlanks at={[...at, 'settle']} name={p.name} />
      <Elsewhere i={i} />
      {s.rig && (
        <>
          {' '}
          tells of the rig <W at={[...at, 'tells']} label={`figure of the rig that ${p.name} tells`} hint="nothing" />
        </>
      )}
      {(s.rig || p.at) && (
        <Sets at={[...at, 'at']} of={fields(places)} label={`the rig, when ${p.name} is read`} more="where its control stands" />
      )}
      <Told at={[...at, 'at']} />
    </>
  );
}

const quantities = ['length', 'angle', 'force', 'count'].map((id) => ({ id, name: id }));

/** Where the tool may be held instead, and what becomes of what it shows there. */
function Elsewhere({ i }: { i: number }) {
  const { sheet: s } = usePaper();
  const p = list(s.points)[i];
  const at = ['points', i, 'read_at'];
  if (!p) return null;
  if (!p.read_at)
    return <Add at={at} what="the tool may be held elsewhere" make={() => ({ says: '', quantity: 'length', add: 0, by: 1 })} whole />;
  return (
    <>
      {' or read '}
      <W at={[...at, 'says']} label={`where else ${p.name} is read`} hint="at the switch roller" /> as a{' '}
      <Pick at={[...at, 'quantity']} label={`kind of ${p.name} there`} options={quantities} />, to which{' '}
      <W at={[...at, 'add']} label={`added to ${p.name} there`} number /> is added, times{' '}
      <W at={[...at, 'by']} label={`factor of ${p.name} there`} number />
      <TakeOut at={at} name={`where else ${p.name} is read`} />
    </>
  );
}
