import { readDay } from '../../days';
import { Pick, Told, W } from './blanks';
import { Any, Yes } from './choices';
import { Part, Row } from './layout';
import { list, usePaper } from './paper';
import { Add, TakeOut } from './rows';

/** What follows: what voids what, the steps of the work, the source. */
export function Last() {
  const { sheet: s, edit } = usePaper();
  const things = [...list(s.points), ...list(s.checks)].map((x) => ({ id: x.id, name: x.name }));
  return (
    <>
      <Part title="A move reopens">
        {list(s.voids).map((v, i) => (
          <Row key={i} head={<Pick at={['voids', i, 'moving']} label={`moving, line ${i + 1}`} options={list(s.adjusters)} />}>
            <Any at={['voids', i, 'reopens']} label={`what moving ${v.moving} reopens`} options={things} />
            <TakeOut at={['voids', i]} name={`line ${i + 1}`} />
            <Told at={['voids', i, 'reopens']} />
          </Row>
        ))}
        <Add at={['voids']} what="what a move reopens" make={() => ({ moving: list(s.adjusters)[0]?.id ?? '', reopens: [] })} />
        {s.voids_cables && <Row head="Other cables to be proved again:">{s.voids_cables.join(', ')}</Row>}
      </Part>
      {s.charts?.map((c, i) => (
        <Part key={c.id} title={c.name}>
          <Row>
            {c.over}: {c.points.map((p) => p.join(' → ').replaceAll('-', '−')).join(' · ')}
            <Told at={['charts', i]} />
          </Row>
        </Part>
      ))}
      {s.forbidden_proofs && (
        <Part title="Never">
          {s.forbidden_proofs.map((f) => (
            <Row key={f.says} head={f.says}>
              {f.why}
            </Row>
          ))}
        </Part>
      )}
      <Part title="Steps">
        {list(s.steps).map((x, i) => (
          <Row key={x.id} head={<W at={['steps', i, 'title']} label={`step ${i + 1}`} />}>
            {[
              x.access,
              x.tools?.map((t) => `${t.name} ${t.size ?? ''}`.trim()).join(', '),
              x.hands && `${x.hands.pairs} ${x.hands.pairs === 1 ? 'pair' : 'pairs'} of hands, ${x.hands.where}`,
              x.alone && `alone: ${x.alone.how} (${x.alone.risk})`,
            ]
              .filter(Boolean)
              .join('; ')}
            <Told at={['steps', i, 'kind']} />
          </Row>
        ))}
        <Told at={['steps']} />
      </Part>
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
            [
              s.recheck.days ? `after ${s.recheck.days} days` : '',
              s.recheck.hours ? `after ${s.recheck.hours} h` : '',
              s.recheck.km ? `after ${s.recheck.km} km` : '',
            ]
              .filter(Boolean)
              .join(', or ') || 'not said'
          )}
        </Row>
      </Part>
    </>
  );
}
