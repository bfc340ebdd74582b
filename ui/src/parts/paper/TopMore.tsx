import { Pick, Told, W } from '../form/blanks';
import { When } from '../form/choices';
import { Part, Row } from './layout';
import { idOf, list, usePaper } from './paper';
import { Add, Many, TakeOut } from '../form/rows';

const numbers = ['serial', 'year', 'hull number', 'engine number'].map((id) => ({ id, name: id }));

/** How units are told apart: their kind of number, a prefix, a variant, parts that must be fitted. */
export function Applies() {
  return (
    <Row>
      told by its <Pick at={['applies', 'number']} label="kind of number" options={numbers} none="number" /> with the prefix{' '}
      <W at={['applies', 'prefix']} label="prefix" /> after <W at={['applies', 'after']} label="after this serial" /> variant{' '}
      <W at={['applies', 'variant']} label="variant" /> with these parts:{' '}
      <Many at={['applies', 'members']} label="part that must be fitted" what="part that must be fitted" />
    </Row>
  );
}

/** Parts that require or exclude others. */
export function PartRules() {
  const { sheet: s, edit } = usePaper();
  return (
    <>
      {list(s.part_rules).map((r, i) => {
        const at = ['part_rules', i];
        return (
          <Row key={i} head={<W at={[...at, 'part']} label={`part with a rule ${i + 1}`} />}>
            <When at={[...at, 'requires']}>
              requires <W at={[...at, 'requires']} label={`what ${r.part} requires`} />
            </When>
            <When at={[...at, 'excludes']}>
              excludes <W at={[...at, 'excludes']} label={`what ${r.part} excludes`} />
            </When>
            <When at={[...at, 'when']}>
              {edit ? '' : ', '}when <W at={[...at, 'when']} label={`when, ${r.part}`} />
            </When>
            <TakeOut at={at} name={r.part} />
            <Told at={at} />
          </Row>
        );
      })}
      <Add at={['part_rules']} what="part that requires or excludes another" make={() => ({ part: '' })} />
    </>
  );
}

/** Several places alike, such as left and right, or the wheels. */
export function Places() {
  const { sheet: s, edit } = usePaper();
  if (!edit && list(s.places).length === 0) return null;
  return (
    <Part title="Places" of={['places']}>
      <Row>
        {list(s.places).map((p, i) => (
          <span key={p.id}>
            {i > 0 && !edit ? ', ' : ''}
            <W at={['places', i, 'name']} label={`place ${i + 1}`} />
            <TakeOut at={['places', i]} name={p.name} />
          </span>
        ))}
        <Add
          at={['places']}
          what="place"
          named
          make={(name) => ({
            id: idOf(
              name,
              list(s.places).map((x) => x.id),
            ),
            name,
          })}
        />
        <Told at={['places']} />
      </Row>
    </Part>
  );
}

/** What the drawing shows, from hand to works. */
export function LineBlanks() {
  const { sheet: s } = usePaper();
  return (
    <Part title="The line" of={['line']}>
      <Row>
        from the <W at={['line', 'control']} label="control" /> over{' '}
        <W at={['line', 'bends']} label="all bends of the routing" number unit="°" /> of bends and the{' '}
        <W at={['line', 'anchor']} label="where the conduit is held" /> to the <W at={['line', 'works']} label="what it works" />
        <Told at={['line']} />
      </Row>
      <Row head="Positions of the control:">
        {list((s.line as typeof s.line | undefined)?.positions).map((p, i) => (
          <span key={p.id}>
            <W at={['line', 'positions', i, 'name']} label={`position ${i + 1}`} />
            drawn at <W at={['line', 'positions', i, 'at']} label={`angle of ${p.name}`} number unit="°" />
            <TakeOut at={['line', 'positions', i]} name={p.name} />
          </span>
        ))}
        <Add
          at={['line', 'positions']}
          what="position"
          named
          make={(name) => ({
            id: idOf(
              name,
              list((s.line as typeof s.line | undefined)?.positions).map((x) => x.id),
            ),
            name,
            at: '',
          })}
        />
        <Told at={['line', 'positions']} />
      </Row>
    </Part>
  );
}
