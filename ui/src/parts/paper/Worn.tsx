import { Pick, Told, W } from '../form/blanks';
import { Part, Row } from './layout';
import { idOf, ids, list, usePaper } from './paper';
import { Add, TakeOut } from '../form/rows';

/** Lost motion: one thing read twice, pushed home and eased out, with what is too much of it. */
export function Worn() {
  const { sheet: s, edit } = usePaper();
  const lengths = list(s.points).filter((p) => p.quantity === 'length');
  if (list(s.lost_motion).length === 0 && !(edit && lengths.length > 1)) return null;
  return (
    <Part title="Worn parts first" of={['checks']}>
      {list(s.lost_motion).map((l, i) => {
        const at = ['lost_motion', i];
        return (
          <Row key={l.id} head={<W at={[...at, 'name']} label="lost motion" />}>
            {edit && (
              <>
                from <Pick at={[...at, 'pushed']} label={`${l.name}, pushed home`} options={lengths} /> to{' '}
                <Pick at={[...at, 'pulled']} label={`${l.name}, eased out`} options={lengths} /> of a stroke of{' '}
                <W at={[...at, 'stroke']} label={`stroke of ${l.name}`} number unit="mm" />:{' '}
              </>
            )}
            at most <W at={[...at, 'limit']} label={`limit of ${l.name}`} number unit="mm" />
            {edit ? ' over it: ' : '. '}
            <W at={[...at, 'over']} label="where to look when it is over" />
            <TakeOut at={at} name={l.name} />
            <Told at={at} />
          </Row>
        );
      })}
      {lengths.length > 1 && (
        <Add
          at={['lost_motion']}
          what="lost motion"
          named
          make={(name) => ({
            id: idOf(name, ids(s)),
            name,
            pushed: lengths[0]?.id ?? '',
            pulled: lengths[1]?.id ?? '',
            limit: '',
            stroke: '',
            over: '',
          })}
        />
      )}
    </Part>
  );
}
