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
      {(s.rig || p.at) && (
        <Sets at={[...at, 'at']} of={fields(places)} label={`the rig, when ${p.name} is read`} more="where its control stands" />
      )}
      <Told at={[...at, 'at']} />
    </>
  );
}
