import { Pick, Told, W } from '../form/blanks';
import { Any, When } from '../form/choices';
import { Row } from './layout';
import { LockBlanks } from './LockBlanks';
import { list, usePaper, type Path } from './paper';
import { Add, TakeOut } from '../form/rows';
import type { Sheet } from '../../api/client';
import { AtControl } from './Two';

type Setting = Sheet['settings'][number];

/** How a setting is settled and locked. */
export function SettleAndLock({ at, one }: { at: Path; one: Setting }) {
  const { edit } = usePaper();
  return (
    <>
      <TrialBlanks at={[...at, 'trial']} name={one.title} />
      <SettleBlanks at={[...at, 'settle']} name={one.title} head />
      {edit ? (
        <Row>
          <LockBlanks at={[...at, 'lock']} name={one.title} />
        </Row>
      ) : (
        one.lock && (
          <Row head="Lock:">
            {one.lock.says}
            {one.lock.torque !== undefined && `; ${one.lock.torque} Nm`}
            {one.lock.witness && `; ${one.lock.witness}`}
          </Row>
        )
      )}
    </>
  );
}

/** What the hand tries before anything is turned. */
function TrialBlanks({ at, name }: { at: Path; name: string }) {
  const { get, edit } = usePaper();
  if (get(at) === undefined)
    return edit ? <Add at={at} what={`what the hand tries first for ${name}`} make={() => ({ says: '', points_to: '' })} whole /> : null;
  return (
    <Row head="First by hand:">
      <W at={[...at, 'says']} label={`what the hand tries first for ${name}`} /> If it stays wrong:{' '}
      <W at={[...at, 'points_to']} label={`where to look when ${name} stays wrong by hand`} />
      <AtControl at={[...at, 'control']} of={`what the hand tries first for ${name}`} />
      <TakeOut at={at} name={`what the hand tries first for ${name}`} />
      <Told at={at} />
    </Row>
  );
}

/** What is done so that a reading after a move counts. */
export function SettleBlanks({ at, name, head = false }: { at: Path; name: string; head?: boolean }) {
  const { get, edit } = usePaper();
  if (get(at) === undefined)
    return edit ? <Add at={at} what={`how ${name} is settled`} make={() => ({ times: 3, says: '' })} whole /> : null;
  const blanks = (
    <>
      <W at={[...at, 'says']} label={`how ${name} is settled`} />
      {edit && (
        <>
          times <W at={[...at, 'times']} label={`how often ${name} is settled`} number />
          <TakeOut at={at} name={`how ${name} is settled`} />
        </>
      )}
      <Told at={at} />
    </>
  );
  return head ? <Row head="Settle:">{blanks}</Row> : <> {blanks}</>;
}

/** What it leaves standing, whose limits it replaces, and which setting of another school it stands for. */
export function SameAs({ i }: { i: number }) {
  const { sheet: s } = usePaper();
  const one = list(s.settings)[i];
  if (!one) return null;
  const at = ['settings', i];
  const others = list(s.settings).filter((x) => x !== one);
  const same = new Map(others.map((x) => [x.as ?? x.id, x.title]));
  if (one.as && !same.has(one.as)) same.set(one.as, one.title);
  const things = [...list(s.points), ...list(s.checks)];
  return (
    <Row>
      {list(s.schools).length > 0 && (
        <>
          the other schools’ way of{' '}
          <Pick
            at={[...at, 'as']}
            label={`${one.title} is the other way of`}
            options={[...same].map(([id, name]) => ({ id, name }))}
            none="none of the others"
          />
        </>
      )}
      <When at={[...at, 'alike']}>
        {' '}
        made alike: <Any at={[...at, 'alike']} label={`what ${one.title} makes alike`} options={list(s.points)} />
      </When>
      <When at={[...at, 'keeps']}>
        moves and leaves standing: <Any at={[...at, 'keeps']} label={`what ${one.title} leaves standing`} options={things} />
      </When>
      <br />
      replaces the limits of <Any at={[...at, 'supersedes']} label={`whose limits ${one.title} replaces`} options={list(s.points)} />
    </Row>
  );
}
