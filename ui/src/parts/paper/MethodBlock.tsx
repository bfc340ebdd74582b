import { Pick, Told, W } from '../form/blanks';
import { CheckBlock } from './CheckBlock';
import { Yes } from '../form/choices';
import { figures, useRigFields } from './fields';
import { Row } from './layout';
import { idOf, list, usePaper, type Path } from './paper';
import { PointBlock } from './PointBlock';
import { Add, TakeOut } from '../form/rows';
import { Sets } from './Sets';

const ways = [
  { id: 'out', name: 'out' },
  { id: 'in', name: 'in' },
];
const trims = ['measured', 'felt'].map((id) => ({ id, name: id }));
const choosers = [
  { id: 'spring', name: 'a spring that keeps lash to one side' },
  { id: 'clutch', name: 'a hook of a clutch' },
  { id: 'cable-order', name: 'a cable to order' },
];

/** What only some ways of setting have. */
export function MethodBlock({ i }: { i: number }) {
  const { sheet: s, edit } = usePaper();
  const one = list(s.settings)[i];
  if (!one) return null;
  const at = ['settings', i];
  const check = list(s.checks).find((c) => c.id === one.until?.check);
  const action = list(s.actions).find((a) => a.id === (one.action ?? one.between));
  switch (one.method) {
    case 'felt':
      return (
        <Row>
          Search by halves; <FeltBlanks at={at} title={one.title} />
        </Row>
      );
    case 'locked, then backed off':
      return (
        <Row>
          Turn until{' '}
          {!edit && (
            <>
              <b>{check?.name ?? '…'}</b> says{' '}
            </>
          )}
          {edit ? (
            one.until ? (
              <>
                <Pick at={[...at, 'until', 'check']} label={`what ends the turning of ${one.title}`} options={list(s.checks)} />
                <Pick
                  at={[...at, 'until', 'answer']}
                  label={`the answer that ends ${one.title}`}
                  options={list(check?.answers).map((a) => ({ id: list(a.sense)[0] ?? a.says, name: a.says }))}
                />
              </>
            ) : (
              <Add at={[...at, 'until']} what="what ends the turning" make={() => ({ check: one.checks?.[0] ?? '', answer: '' })} whole />
            )
          ) : (
            <b>{list(check?.answers).find((a) => list(a.sense).includes(one.until?.answer ?? ''))?.says ?? one.until?.answer}</b>
          )}
          , then back off <W at={[...at, 'back_off', 'min']} label={`least back-off of ${one.title}`} number /> to{' '}
          <W at={[...at, 'back_off', 'max']} label={`most back-off of ${one.title}`} number /> steps, on to the finish that is wanted;{' '}
          <W at={[...at, 'times']} label={`how often ${one.title} is done`} number /> times
          {edit && ', in between: '}
          {edit && (
            <Pick
              at={[...at, 'between']}
              label={`what is done between one time and the next, ${one.title}`}
              options={list(s.actions)}
              none="nothing"
            />
          )}
          {!edit && action ? `, ${action.says[0]?.toLowerCase() ?? ''}${action.says.slice(1).replace(/\.$/, '')} in between` : ''}.
          <Told at={[...at, 'until']} />
          <Told at={[...at, 'back_off']} />
        </Row>
      );
    case 'self-set':
      return (
        <Row>
          {action?.says} <Pick at={[...at, 'action']} label={`the action that sets ${one.title}`} options={edit ? list(s.actions) : []} /> A
          first reading, not a result: again until the readings lie within{' '}
          <W at={[...at, 'spread']} label={`spread of ${one.title}`} number />
          {(edit || one.times) && (
            <>
              , <W at={[...at, 'times']} label={`how often ${one.title} sets itself`} number /> times
            </>
          )}
          , then trimmed as <Pick at={[...at, 'trim']} label={`trim of ${one.title}`} options={trims} />.{' '}
          {one.trim === 'felt' && <FeltBlanks at={at} title={one.title} />}
        </Row>
      );
    case 'counted':
      return (
        <Row>
          From <Pick at={[...at, 'from']} label={`${one.title} starts from`} options={list(s.points)} none="where it stands" />,{' '}
          <W at={[...at, 'steps']} label={`steps of ${one.title}`} number /> steps{' '}
          <Pick at={[...at, 'way']} label={`way of ${one.title}`} options={ways} />; proved by{' '}
          <Pick at={[...at, 'then']} label={`${one.title} is proved by`} options={list(s.points)} none="nothing" />.
          {list(one.points).length === 0 && list(s.points).map((p, k) => (p.id === one.then ? <PointBlock key={p.id} i={k} /> : null))}
        </Row>
      );
    case 'chosen':
      return (
        <Row head="Choose from:">
          {list(one.options).map((o, k) => (
            <OptionBlanks key={k} at={[...at, 'options', k]} one={o} first={k === 0} of={`choice ${k + 1} of ${one.title}`} />
          ))}
          <Add
            at={[...at, 'options']}
            what="choice"
            named
            make={(name) => ({
              id: idOf(
                name,
                list(one.options).map((o) => o.id),
              ),
              name,
              setting: list(one.options).length,
            })}
          />
          {(edit || one.by) && ' worked out as '}
          <Pick at={[...at, 'by']} label={`how ${one.title} is chosen`} options={choosers} none="nothing: by eye and hand" />
          <Told at={[...at, 'options']} />
        </Row>
      );
    case 'locked out':
      return (
        <Row>
          Held back by <Pick at={[...at, 'held']} label={`what holds ${one.title} back`} options={list(s.setup)} />, and given back: proved
          by <Pick at={[...at, 'check']} label={`${one.title} is proved by`} options={list(s.checks)} />. Nothing is set here.
          {!list(one.checks).includes(one.check ?? '') &&
            list(s.checks).map((c, k) => (c.id === one.check ? <CheckBlock key={c.id} i={k} /> : null))}
        </Row>
      );
  }
  return null;
}

/** How a search by feel begins, and when it may end. */
function FeltBlanks({ at, title }: { at: Path; title: string }) {
  return (
    <>
      the first try goes <W at={[...at, 'stride']} label={`first try of ${title}`} number /> steps.{' '}
      <Yes at={[...at, 'least']} says="The least that serves." /> <Yes at={[...at, 'taste']} says="To taste, inside the safe ends." />
    </>
  );
}

/** One of what there is to choose: its place on the adjuster, or its figures of the rig. */
function OptionBlanks({ at, one, first, of }: { at: Path; one: { name: string }; first: boolean; of: string }) {
  const { sheet, edit, get } = usePaper();
  const { geometry } = useRigFields(sheet.family);
  if (!edit)
    return (
      <>
        {first ? '' : ', '}
        {one.name}
      </>
    );
  return (
    <span style={{ display: 'block' }}>
      <W at={[...at, 'name']} label={of} />
      {(sheet.rig || get([...at, 'geometry'])) && (
        <>
          place on its adjuster <W at={[...at, 'setting']} label={`${of}: its place, from 0`} number /> with{' '}
          <Sets at={[...at, 'geometry']} of={figures(geometry)} label={`figure of ${one.name}`} more="figure of the rig" />
        </>
      )}
      <TakeOut at={at} name={one.name} />
      <Told at={at} />
    </span>
  );
}
