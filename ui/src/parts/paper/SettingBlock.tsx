import Box from '@mui/material/Box';
import { Pick, Told, W } from '../form/blanks';
import { Any, When } from '../form/choices';
import { MethodBlock } from './MethodBlock';
import { TakeOut, Up } from '../form/rows';
import { SameAs, SettleAndLock } from './SettingMore';
import { AdjusterBlock } from './AdjusterBlock';
import { CheckBlock } from './CheckBlock';
import { Row } from './layout';
import { list, usePaper } from './paper';
import { Needs } from './Needs';
import { PointBlock } from './PointBlock';
import { methods } from './methods';

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
      <Box component="h3" sx={{ m: 0, fontSize: 'name', fontWeight: 600 }}>
        {i + 1}. <W at={[...at, 'title']} label={`what setting ${i + 1} is called`} />
        <Up at={at} name={one.title} />
        <TakeOut at={at} name={one.title} />
      </Box>
      <Box sx={{ fontSize: 'text', color: 'text.primary' }}>
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
      <MethodBlock i={i} />
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
      <Needs at={[...at, 'needs']} of={one.title} />
      <SettleAndLock at={at} one={one} />
      {edit && (
        <Box sx={{ fontSize: 'note', color: 'quiet', display: 'grid', gap: 0.5 }}>
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
      {edit && <SameAs i={i} />}
      <Told at={at} />
    </Box>
  );
}
