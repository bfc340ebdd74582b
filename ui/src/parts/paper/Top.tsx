import { Pick, Told, W } from '../form/blanks';
import { When, Yes } from '../form/choices';
import { Part, Row } from './layout';
import { idOf, list, usePaper } from './paper';
import { Add, TakeOut } from '../form/rows';
import { Applies, LineBlanks, PartRules, Places } from './TopMore';

const hands = ['standard', 'counter', 'either'].map((id) => ({ id, name: id }));
const crafts = ['boat', 'car', 'trailer', 'aircraft'].map((id) => ({ id, name: id }));
const units = ['drive', 'engine', 'vehicle', 'gearbox', 'trailer', 'aeroplane'].map((id) => ({ id, name: id }));

/** What the cable commands, for which units, in which chain of parts, by which schools. */
export function Top() {
  const { sheet: s, edit } = usePaper();
  return (
    <>
      {edit && (
        <Part title="Which sheet">
          <Row>
            sheet <W at={['id']} label="number of the sheet" /> revision <W at={['revision']} label="revision" number /> of a{' '}
            <Pick at={['craft']} label="craft" options={crafts} />, cable <W at={['cable']} label="which cable" />
          </Row>
          <Row>
            for every <Pick at={['applies', 'unit']} label="kind of unit" options={units} /> from{' '}
            <W at={['applies', 'from']} label="first serial" /> to <W at={['applies', 'to']} label="last serial" /> of
            <Pick at={['applies', 'hand']} label="hand" options={hands} /> hand
            <When at={['applies', 'machine']}>
              , of one machine alone <W at={['applies', 'machine']} label="the id of that machine’s card" />
            </When>
            <Told at={['applies']} />
          </Row>
          <Applies />
        </Part>
      )}
      <Part title="What it commands" of={['commands']}>
        <Row>
          <W at={['commands']} label="what the cable commands" />
        </Row>
        <When at={['fails_to']}>
          <Row head="When it breaks it goes to:">
            <W at={['fails_to']} label="where it goes when it breaks" />
          </Row>
        </When>
      </Part>
      <Part title="Chain of parts" of={['chain']}>
        {list(s.chain).map((c, i) => (
          <Row key={i} head={<W at={['chain', i, 'role']} label={`part ${i + 1}: its place in the chain`} />}>
            <W at={['chain', i, 'name']} label={`part ${i + 1}: which one`} />
            <When at={['chain', i, 'sits']}>
              {', '}
              <W at={['chain', i, 'sits']} label={`part ${i + 1}: where it sits`} hint="from where to where" />
            </When>
            <When at={['chain', i, 'number']}>
              {', number '}
              <W at={['chain', i, 'number']} label={`part ${i + 1}: its number`} />
            </When>
            <When at={['chain', i, 'length']}>
              {', '}
              <W at={['chain', i, 'length']} label={`part ${i + 1}: its length`} unit="mm" number />
            </When>
            <When at={['chain', i, 'hand']}>
              {', '}
              <W at={['chain', i, 'hand']} label={`part ${i + 1}: which way its threads or sides go`} hint="hand" />
            </When>
            <Stock i={i} />
            <TakeOut at={['chain', i]} name={c.name} />
          </Row>
        ))}
        <Told at={['chain']} />
        <Add at={['chain']} what="part of the chain" make={() => ({ role: '', name: '' })} />
        <PartRules />
      </Part>
      <Places />
      {edit && <LineBlanks />}
      {(s.schools ?? edit) && (
        <Part title="Schools" of={['schools']}>
          {list(s.schools).map((c, i) => (
            <Row key={c.id} head={<W at={['schools', i, 'name']} label={`school ${i + 1}`} />}>
              {!edit && c.manual ? '(the manual’s) ' : ''}
              <W at={['schools', i, 'says']} label={`how school ${i + 1} does it`} />
              {edit && <Yes at={['schools', i, 'manual']} says="the manual’s" />}
              <TakeOut at={['schools', i]} name={c.name} />
            </Row>
          ))}
          <Told at={['schools']} />
          <Add
            at={['schools']}
            what="school"
            named
            make={(name) => ({
              id: idOf(
                name,
                list(s.schools).map((x) => x.id),
              ),
              name,
              says: '',
            })}
          />
        </Part>
      )}
    </>
  );
}

/** The lengths that a part of the chain is kept in. */
function Stock({ i }: { i: number }) {
  const { sheet, edit } = usePaper();
  const at = ['chain', i, 'stock'];
  const all = list(list(sheet.chain)[i]?.stock);
  if (!edit && all.length === 0) return null;
  return (
    <>
      {all.length > 0 && '; kept in '}
      {all.map((n, j) => (
        <span key={j}>
          {j > 0 && ', '}
          <W at={[...at, j]} label={`length ${j + 1} that part ${i + 1} is kept in`} unit="mm" number />
          <TakeOut at={[...at, j]} name={`${n} mm`} />
        </span>
      ))}
      <Add at={at} what="length it is kept in" make={() => 0} />
    </>
  );
}
