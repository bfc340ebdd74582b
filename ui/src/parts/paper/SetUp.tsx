import Button from '@mui/material/Button';
import { Pick, Told, W } from '../form/blanks';
import { Any, When, Yes } from '../form/choices';
import { small } from '../form/looks';
import { Add, Many, TakeOut } from '../form/rows';
import { Part, Row } from './layout';
import { Needs, Together } from './Needs';
import { idOf, list, usePaper } from './paper';
import { Made } from './States';
import { Two } from './Two';

/** What of the machine stands one way or another: its rest, what each change takes, and what must never be together. */
export function SetUp() {
  const { sheet: s, edit, names } = usePaper();
  const kinds = Object.keys(names?.ways ?? {});
  return (
    <Part title="How it stands" of={['setup']}>
      {list(s.setup).map((t, i) => (
        <One key={t.id || i} i={i} kinds={kinds} />
      ))}
      <Told at={['setup']} />
      <Add
        at={['setup']}
        what="thing that stands one way or another"
        named
        make={(name) => ({
          id: idOf(
            name,
            list(s.setup).map((x) => x.id),
          ),
          kind: 'part',
          name,
          ways: (names?.ways['part'] ?? []).map((id) => ({ id })),
        })}
      />
      {(edit || list(s.never).length > 0) && (
        <Row head="Never together:">
          <Together at={['never']} of="what must never be" />
        </Row>
      )}
    </Part>
  );
}

function One({ i, kinds }: { i: number; kinds: string[] }) {
  const { sheet: s, edit, names, set } = usePaper();
  const t = list(s.setup)[i];
  if (!t) return null;
  const at = ['setup', i];
  const ways = list(t.ways);
  const told = [...list(s.points), ...list(s.checks)].map((x) => ({ id: x.id, name: x.name }));
  const more = (names?.ways[t.kind] ?? []).filter((id) => !ways.some((w) => w.id === id));
  return (
    <Row
      head={
        <>
          <W at={[...at, 'name']} label={`thing ${i + 1}`} />
          {!edit && t.each ? ', at each place' : ''}
        </>
      }
    >
      {edit && (
        <>
          <Pick at={[...at, 'kind']} label={`kind of ${t.name}`} options={kinds.map((id) => ({ id, name: id }))} />
          {list(s.places).length > 0 && <Yes at={[...at, 'each']} says="one at each place" />} at rest{' '}
          <Pick
            at={[...at, 'rest']}
            label={`rest of ${t.name}`}
            options={ways.map((w) => ({ id: w.id, name: w.says ?? w.id }))}
            none="as the first"
          />
          <TakeOut at={at} name={t.name} />
          <Told at={at} />
        </>
      )}
      {ways.map((w, j) => {
        const here = [...at, 'ways', j];
        const rest = t.rest ? t.rest === w.id : j === 0;
        return (
          <span key={w.id} style={edit ? { display: 'block' } : {}}>
            {!edit && j > 0 ? '; ' : ''}
            {edit && <b>{w.id} </b>}
            {!edit && !w.says ? w.id : <W at={[...here, 'says']} label={`${t.name}, ${w.id}: in words`} hint={w.id} />}
            {!edit && rest ? ' (at rest)' : ''}
            <When at={[...here, 'minutes']}>
              {edit ? ' ' : ', '}
              <W at={[...here, 'minutes']} label={`minutes, ${t.name} ${w.id}`} hint="" number unit="min" />
            </When>
            <When at={[...here, 'torque']}>
              {edit ? ' ' : ', '}
              <W at={[...here, 'torque']} label={`torque, ${t.name} ${w.id}`} hint="torque" number unit="Nm" />
            </When>
            <When at={[...here, 'access']}>
              {edit ? ' ' : ', '}
              <W at={[...here, 'access']} label={`where, ${t.name} ${w.id}`} hint="where" />
            </When>
            <When at={[...here, 'why']}>
              {edit ? ' because ' : ', '}
              <W at={[...here, 'why']} label={`why, ${t.name} ${w.id}`} hint="why" />
            </When>
            <When at={[...here, 'cautions']}>
              {edit ? (
                <>
                  {' ⚠ '}
                  <Many at={[...here, 'cautions']} label={`caution of ${t.name} ${w.id},`} what="caution" />
                </>
              ) : (
                list(w.cautions).map((c) => ` ⚠ ${c.replace(/\.$/, '')}`)
              )}
            </When>
            <Two at={here} of={`${t.name} ${w.id}`} pairs={w.pairs} alone={w.alone} />
            {edit && <Yes at={[...here, 'left']} says="may stand so under way" />}
            {(edit || w.needs) && <Needs at={[...here, 'needs']} of={`${t.name} ${w.id}`} within />}
            <Made at={[...here, 'made']} head="The rig then:" label={`of the rig, ${t.name} ${w.id}`} add="what the rig is then" />
            <TakeOut at={here} name={`${t.name} ${w.id}`} />
            <Told at={here} />
          </span>
        );
      })}
      {edit &&
        more.map((id) => (
          <Button key={id} variant="text" sx={small} onClick={() => set?.([...at, 'ways', ways.length], { id })}>
            + {id}
          </Button>
        ))}
      <When at={[...at, 'stops']}>
        {edit ? ' makes meaningless: ' : '. Makes meaningless: '}
        <Any at={[...at, 'stops']} label={`what ${t.name} makes meaningless`} options={told} />
      </When>
    </Row>
  );
}
