import { readDay } from '../../days';
import { Pick, Told, W } from '../form/blanks';
import { Any, When, Yes } from '../form/choices';
import { Charts } from './Charts';
import { Part, Row } from './layout';
import { Needs } from './Needs';
import { idOf, list, usePaper } from './paper';
import { Add, Many, TakeOut } from '../form/rows';
import { Steps } from './Steps';

/** What follows: what voids what, the steps of the work, the source. */
export function Last() {
  const { sheet: s, edit } = usePaper();
  const things = [...list(s.points), ...list(s.checks)].map((x) => ({ id: x.id, name: x.name }));
  return (
    <>
      <Part title="A move reopens" of={['voids']}>
        {list(s.voids).map((v, i) => (
          <Row key={i} head={<Pick at={['voids', i, 'moving']} label={`moving, line ${i + 1}`} options={list(s.adjusters)} />}>
            <Any at={['voids', i, 'reopens']} label={`what moving ${v.moving} reopens`} options={things} />
            <TakeOut at={['voids', i]} name={`line ${i + 1}`} />
            <Told at={['voids', i, 'reopens']} />
          </Row>
        ))}
        <Add at={['voids']} what="what a move reopens" make={() => ({ moving: list(s.adjusters)[0]?.id ?? '', reopens: [] })} />
        <When at={['voids_cables']}>
          <Row head="Other cables to be proved again:">
            <Many at={['voids_cables']} label="other cable to be proved again" what="other cable of the machine" />
          </Row>
        </When>
      </Part>
      {edit && !s.rig && <ByHand />}
      <Charts />
      {(s.forbidden_proofs ?? edit) && (
        <Part title="Never" of={['forbidden_proofs']}>
          {list(s.forbidden_proofs).map((f, i) => (
            <Row key={i} head={<W at={['forbidden_proofs', i, 'says']} label={`proof ${i + 1} that must not be made`} />}>
              <W at={['forbidden_proofs', i, 'why']} label={`why proof ${i + 1} must not be made`} />
              {edit && (
                <>
                  {' '}
                  said with{' '}
                  <Any
                    at={['forbidden_proofs', i, 'of']}
                    label={`checks with which ${f.says} is said`}
                    options={list(s.checks).map((c) => ({ id: c.id, name: c.name }))}
                  />
                </>
              )}
              <TakeOut at={['forbidden_proofs', i]} name={f.says} />
            </Row>
          ))}
          <Add at={['forbidden_proofs']} what="proof that must not be made" make={() => ({ says: '', why: '' })} />
        </Part>
      )}
      <Steps />
      {(s.inspection ?? edit) && (
        <Part title="A second inspector looks at" of={['inspection']}>
          {list(s.inspection).map((one, i) => (
            <Row key={one.id}>
              <W at={['inspection', i, 'says']} label={`what is looked at ${i + 1}`} />
              <Needs at={['inspection', i, 'needs']} of={one.says} />
              <TakeOut at={['inspection', i]} name={one.says} />
            </Row>
          ))}
          <Told at={['inspection']} />
          <Add
            at={['inspection']}
            what="thing a second inspector looks at"
            named
            make={(says) => ({
              id: idOf(
                says,
                list(s.inspection).map((x) => x.id),
              ),
              says,
            })}
          />
        </Part>
      )}
      <Part title="Source">
        <Row>
          {edit ? (
            <>
              <W at={['source', 'title']} label="where the figures come from" />
              <W at={['source', 'section']} label="section" />
              <W at={['source', 'revision']} label="its revision" />
              <W at={['source', 'date']} label="its date" />
              <Yes at={['source', 'assumed']} says="all figures assumed" />
            </>
          ) : (
            (s.source.assumed ? 'Assumed: ' : '') +
            [s.source.title, s.source.section, s.source.revision && `revision ${s.source.revision}`, readDay(s.source.date ?? '')]
              .filter(Boolean)
              .join(', ')
          )}
        </Row>
        <Row head="Look again">
          {edit ? (
            <>
              after <W at={['recheck', 'days']} label="days" number unit="days" /> or{' '}
              <W at={['recheck', 'hours']} label="hours" number unit="h" /> or{' '}
              <W at={['recheck', 'km']} label="kilometres" number unit="km" />
            </>
          ) : (
            spans(s.recheck) || 'not said'
          )}
        </Row>
        <Row head="Lubricate">
          {edit && s.lubricate ? (
            <>
              with <W at={['lubricate', 'with']} label="lubricated with" /> after{' '}
              <W at={['lubricate', 'days']} label="days of lubrication" number unit="days" /> or{' '}
              <W at={['lubricate', 'hours']} label="hours of lubrication" number unit="h" /> or{' '}
              <W at={['lubricate', 'km']} label="kilometres of lubrication" number unit="km" />
              <TakeOut at={['lubricate']} name="lubrication" />
            </>
          ) : edit ? (
            <Add at={['lubricate']} what="lubrication" named whole make={(says) => ({ with: says })} />
          ) : s.lubricate ? (
            [`with ${s.lubricate.with}`, spans(s.lubricate)].filter(Boolean).join(', ')
          ) : (
            'not said'
          )}
        </Row>
      </Part>
    </>
  );
}

const spans = (r: { days?: number; hours?: number; km?: number }) =>
  [r.days ? `after ${r.days} days` : '', r.hours ? `after ${r.hours} h` : '', r.km ? `after ${r.km} km` : ''].filter(Boolean).join(', or ');

/** What a turn does, where no rig tells it. */
function ByHand() {
  const { sheet: s } = usePaper();
  return (
    <Part title="What a turn does">
      {list(s.influence).map((_, i) => {
        const at = ['influence', i];
        return (
          <Row key={i}>
            one turn out of <Pick at={[...at, 'adjuster']} label={`turned, line ${i + 1}`} options={list(s.adjusters)} /> moves{' '}
            <Pick at={[...at, 'point']} label={`moved by it, line ${i + 1}`} options={list(s.points)} /> by{' '}
            <W at={[...at, 'per_turn']} label={`by how much, line ${i + 1}`} number />
            <TakeOut at={at} name={`what a turn does, line ${i + 1}`} />
            <Told at={at} />
          </Row>
        );
      })}
      <Add
        at={['influence']}
        what="what a turn does"
        make={() => ({ adjuster: list(s.adjusters)[0]?.id ?? '', point: list(s.points)[0]?.id ?? '', per_turn: '' })}
      />
    </Part>
  );
}
