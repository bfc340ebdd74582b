import Box from '@mui/material/Box';
import { Pick, Told, W } from './blanks';
import { Any, When, Yes } from './choices';
import { Add, TakeOut } from './rows';
import { AdjusterBlock } from './AdjusterBlock';
import { CheckBlock } from './CheckBlock';
import { Row } from './layout';
import { idOf, list, usePaper } from './paper';
import { PointBlock } from './PointBlock';
import { methods } from './methods';

const ways = [
  { id: 'out', name: 'out' },
  { id: 'in', name: 'in' },
];
const trims = ['measured', 'felt'].map((id) => ({ id, name: id }));

/** One setting with what it turns, reads and tries. What an earlier setting showed already is only named. */
export function SettingBlock({ i, shown }: { i: number; shown: (kind: 'adjusters' | 'points' | 'checks', id: string) => boolean }) {
  const { sheet: s, edit } = usePaper();
  const one = list(s.settings)[i];
  if (!one) return null;
  const at = ['settings', i];
  const before = list(s.settings)
    .slice(0, i)
    .map((x) => ({ id: x.id, name: x.title }));
  const place = (kind: 'adjusters' | 'points' | 'checks', id: string) => list(s[kind] as { id: string }[]).findIndex((x) => x.id === id);
  const named = (kind: 'adjusters' | 'points' | 'checks', id: string) =>
    list(s[kind] as { id: string; name: string }[]).find((x) => x.id === id)?.name ?? id;
  const rest = (kind: 'adjusters' | 'points' | 'checks', of: string[] | undefined) =>
    list(of)
      .filter((id) => shown(kind, id))
      .map((id) => named(kind, id));
  const again = [...rest('adjusters', one.adjusters), ...rest('points', one.points), ...rest('checks', one.checks)];
  return (
    <Box
      component="section"
      aria-label={`${i + 1}. ${one.title}`}
      sx={{ breakInside: 'avoid', mb: 2.5, borderLeft: '4px solid', borderColor: 'text.primary', pl: 1.75 }}
    >
      <Box component="h3" sx={{ m: 0, fontSize: 20, fontWeight: 600 }}>
        {i + 1}. <W at={[...at, 'title']} label={`what setting ${i + 1} is called`} />
        <TakeOut at={at} name={one.title} />
      </Box>
      <Box sx={{ fontSize: 17, color: 'text.primary' }}>
        <Pick at={[...at, 'method']} label={`how ${one.title} is set`} options={methods} />
        <When at={[...at, 'school']}>
          {list(s.schools).length > 0 && (
            <>
              {edit ? '' : ', by the school '}
              <Pick at={[...at, 'school']} label={`school of ${one.title}`} options={list(s.schools)} none="every school" />
            </>
          )}
        </When>
        {before.length > 0 && (
          <When at={[...at, 'after']}>
            {'. Stands on: '}
            <Any at={[...at, 'after']} label={`what ${one.title} stands on`} options={before} />
          </When>
        )}
        {list(s.places).length > 0 && (
          <When at={[...at, 'places']}>
            {'. Each by itself: '}
            <Any at={[...at, 'places']} label={`places of ${one.title}`} options={list(s.places)} />
          </When>
        )}
      </Box>
      <Method i={i} />
      {list(one.adjusters)
        .filter((id) => !shown('adjusters', id))
        .map((id) => (
          <AdjusterBlock key={id} i={place('adjusters', id)} />
        ))}
      {list(one.points)
        .filter((id) => !shown('points', id))
        .map((id) => (
          <PointBlock key={id} i={place('points', id)} />
        ))}
      {list(one.checks)
        .filter((id) => !shown('checks', id))
        .map((id) => (
          <CheckBlock key={id} i={place('checks', id)} />
        ))}
      {again.length > 0 && <Row head="As above:">{again.join(', ')}</Row>}
      {one.settle && (
        <Row head="Settle:">
          <W at={[...at, 'settle', 'says']} label={`how ${one.title} is settled`} />
        </Row>
      )}
      {one.lock && (
        <Row head="Lock:">
          <W at={[...at, 'lock', 'says']} label={`how ${one.title} is locked`} />
          <When at={[...at, 'lock', 'torque']}>
            {edit ? '' : '; '}
            <W at={[...at, 'lock', 'torque']} label={`torque of ${one.title}`} number unit="Nm" />
          </When>
        </Row>
      )}
      {edit && (
        <Box sx={{ fontSize: 16, color: 'quiet', display: 'grid', gap: 0.5 }}>
          <span>
            turns <Any at={[...at, 'adjusters']} label={`what ${one.title} turns`} options={list(s.adjusters)} />
          </span>
          <span>
            reads <Any at={[...at, 'points']} label={`what ${one.title} reads`} options={list(s.points)} />
          </span>
          <span>
            tries <Any at={[...at, 'checks']} label={`what ${one.title} tries`} options={list(s.checks)} />
          </span>
        </Box>
      )}
      <Told at={at} />
    </Box>
  );
}

/** What only some ways of setting have. */
function Method({ i }: { i: number }) {
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
          Search by halves; the first try goes <W at={[...at, 'stride']} label={`first try of ${one.title}`} number /> steps.{' '}
          <Yes at={[...at, 'least']} says="The least that serves." /> <Yes at={[...at, 'taste']} says="To taste, inside the safe ends." />
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
          {action ? `, ${action.says[0]?.toLowerCase() ?? ''}${action.says.slice(1).replace(/\.$/, '')} in between` : ''}.
          <Told at={[...at, 'until']} />
          <Told at={[...at, 'back_off']} />
        </Row>
      );
    case 'self-set':
      return (
        <Row>
          {action?.says} <Pick at={[...at, 'action']} label={`the action that sets ${one.title}`} options={edit ? list(s.actions) : []} /> A
          first reading, not a result: again until the readings lie within{' '}
          <W at={[...at, 'spread']} label={`spread of ${one.title}`} number />, then trimmed as{' '}
          <Pick at={[...at, 'trim']} label={`trim of ${one.title}`} options={trims} />.
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
          {edit
            ? list(one.options).map((o, k) => (
                <span key={k}>
                  <W at={[...at, 'options', k, 'name']} label={`choice ${k + 1} of ${one.title}`} />
                  <TakeOut at={[...at, 'options', k]} name={o.name} />
                </span>
              ))
            : list(one.options)
                .map((o) => o.name)
                .join(', ')}
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
        </Row>
      );
    case 'locked out':
      return (
        <Row>
          Held back by <Pick at={[...at, 'temporary']} label={`what holds ${one.title} back`} options={list(s.temporary)} />, and given
          back: proved by <Pick at={[...at, 'check']} label={`${one.title} is proved by`} options={list(s.checks)} />. Nothing is set here.
          {!list(one.checks).includes(one.check ?? '') &&
            list(s.checks).map((c, k) => (c.id === one.check ? <CheckBlock key={c.id} i={k} /> : null))}
        </Row>
      );
  }
  return null;
}
