import Box from '@mui/material/Box';
import { Pick, Told, W } from '../form/blanks';
import { Any, When, Yes } from '../form/choices';
import { OfRig } from './OfRig';
import { fields, useRigFields } from './fields';
import { FigureBlock } from './FigureBlock';
import { Add, Many, TakeOut } from '../form/rows';
import { Row } from './layout';
import { list, usePaper } from './paper';
import { Needs, Together } from './Needs';
import { Shown } from './PointBlock';
import { Sets } from './Sets';

const kinds = [
  { id: 'function', name: 'function: it does or does not' },
  { id: 'sense', name: 'sense: felt, seen or heard' },
  { id: 'condition', name: 'condition: before anything is turned' },
];
const sides = [
  { id: 'loose', name: 'too loose' },
  { id: 'tight', name: 'too tight' },
];
const ways = [
  { id: 'out', name: 'out' },
  { id: 'in', name: 'in' },
];

const noticed = ['heard', 'felt', 'seen'].map((id) => ({ id, name: id }));

/** So many clicks, notches, turns. */
const steps = (n: number, one: string) => `${n} ${one}${n <= 1 ? '' : /ch$/.test(one) ? 'es' : 's'}`;

/** One thing that is tried, with what each answer points to and what would cure it. */
export function CheckBlock({ i }: { i: number }) {
  const { sheet: s, edit, names, get } = usePaper();
  const { at: places } = useRigFields(s.family);
  const c = list(s.checks)[i];
  if (!c) return null;
  const at = ['checks', i];
  const adjusters = list(s.adjusters);
  const words = names?.words[c.proves ?? ''] ?? [];
  const positions = list(get(['line', 'positions']) as { id: string; name: string }[] | undefined);
  return (
    <Row
      head={
        <>
          <W at={[...at, 'name']} label="what is tried" />
          {!edit && c.loaded ? ' (loaded)' : ''}
          {!edit && c.by ? ` (${c.by})` : ''}
        </>
      }
    >
      <W at={[...at, 'ask']} label="the question" />
      {edit && (
        <>
          <Yes at={[...at, 'loaded']} says="under load" />
          {list(s.places).length > 0 && <Yes at={[...at, 'each']} says="at each place" />}
          <Pick at={[...at, 'kind']} label={`${c.name} is a`} options={kinds} />
          <Pick at={[...at, 'by']} label={`${c.name} is noticed`} options={noticed} none="as it is" />
          <Pick at={[...at, 'position']} label={`control, for ${c.name}`} options={positions} none="any position" />
          {list(s.schools).length > 0 && (
            <Pick at={[...at, 'school']} label={`only by, ${c.name}`} options={list(s.schools)} none="every school" />
          )}
          <TakeOut at={at} name={c.name} />
        </>
      )}
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {list(c.answers).map((a, j) => {
          const here = [...at, 'answers', j];
          const good = c.wanted ? a.says === c.wanted || list(a.sense).includes(c.wanted) : j === 0;
          const turned = adjusters.find((x) => x.id === a.cure?.adjuster);
          return (
            <li key={j}>
              <b>
                {good ? '✓ ' : ''}
                <W at={[...here, 'says']} label={`answer ${j + 1} to ${c.name}`} />
              </b>
              {edit && <Pick at={[...here, 'side']} label={`side of answer ${j + 1} to ${c.name}`} options={sides} none="neither side" />}
              {!edit && a.side && ` (${sides.find((x) => x.id === a.side)?.name ?? ''})`}
              {!edit && a.points_to && ': '}
              <W at={[...here, 'points_to']} label="what it points to" />
              {edit ? (
                a.cure && (
                  <>
                    cure: <Pick at={[...here, 'cure', 'adjuster']} label="adjuster that cures it" options={adjusters} />
                    <W at={[...here, 'cure', 'steps']} label="how far" number />
                    <Pick at={[...here, 'cure', 'way']} label="which way" options={ways} />
                    <TakeOut at={[...here, 'cure']} name={`what would cure answer ${j + 1} to ${c.name}`} />
                  </>
                )
              ) : (
                <>
                  {turned && a.cure && ` Cure: ${turned.name}, ${steps(a.cure.steps, turned.notch ?? 'turn')} ${turned[a.cure.way].says}.`}
                  {a.stop && ' Repair first.'}
                </>
              )}
              {edit && !a.cure && adjusters.length > 0 && !good && (
                <Add
                  at={[...here, 'cure']}
                  what="what would cure it"
                  make={() => ({ adjuster: adjusters[0]?.id ?? '', way: 'out', steps: 1 })}
                  whole
                />
              )}
              {edit && (c.proves ?? a.sense) && (
                <>
                  stands for{' '}
                  <Any
                    at={[...here, 'sense']}
                    label={`words of the rig for answer ${j + 1} to ${c.name}`}
                    options={words.map((w) => ({ id: w, name: w }))}
                  />
                </>
              )}
              {edit && !good && <Yes at={[...here, 'stop']} says="repair first" />}
              {edit && a.stop && (
                <Pick
                  at={[...here, 'part']}
                  label={`part to renew, answer ${j + 1} to ${c.name}`}
                  options={list(s.chain).map((p) => ({ id: p.role, name: p.role }))}
                  none="no part"
                />
              )}
              <TakeOut at={here} name={`answer ${j + 1} to ${c.name}`} />
            </li>
          );
        })}
      </Box>
      <Add at={[...at, 'answers']} what="answer" make={() => ({ says: '', points_to: '' })} />
      {edit && (
        <>
          wanted{' '}
          <Pick
            at={[...at, 'wanted']}
            label={`the answer wanted of ${c.name}`}
            options={list(c.answers).map((a) => ({
              id: list(a.sense).find((w) => w === c.wanted) ?? list(a.sense)[0] ?? a.says,
              name: a.says,
            }))}
            none="the first"
          />
          {(s.rig ?? c.at) && (
            <Sets at={[...at, 'at']} of={fields(places)} label={`the rig, for ${c.name}`} more="where its control stands" />
          )}
          <Told at={[...at, 'at']} />
        </>
      )}
      <Needs at={[...at, 'needs']} of={c.name} />
      <Together at={[...at, 'allows']} of={`allowed for ${c.name},`} caution />
      <OfRig at={[...at, 'proves']} kind="senses" says={`what ${c.name} proves of the rig`} />
      <When at={[...at, 'conditions']}>
        Note: <Many at={[...at, 'conditions']} label={`condition of ${c.name},`} what="what is noted with it" />
      </When>
      <FigureBlock i={i} />
      <Told at={at} />
      <Told at={[...at, 'answers']} />
      <Shown path={`checks[${i}].`} />
    </Row>
  );
}
