import { Pick, Told, W } from '../form/blanks';
import { When } from '../form/choices';
import { Part, Row } from './layout';
import { idOf, list, usePaper } from './paper';
import { Add, Many, TakeOut, Up } from '../form/rows';
import { Alone } from './Two';

const kinds = [
  { id: 'complaint', name: 'the complaint' },
  { id: 'identify', name: 'which machine and sheet' },
  { id: 'stands', name: 'how it stands' },
  { id: 'worn', name: 'worn parts' },
  { id: 'found', name: 'as found' },
  { id: 'set', name: 'set' },
  { id: 'setting', name: 'one of several settings' },
  { id: 'settle', name: 'settle' },
  { id: 'lock', name: 'lock' },
  { id: 'restore', name: 'everything at rest' },
  { id: 'functions', name: 'functions' },
  { id: 'again', name: 'read again' },
  { id: 'loaded', name: 'under load' },
  { id: 'sign', name: 'sign' },
  { id: 'inspect', name: 'second inspection' },
];

/** The steps of the work: where one gets at it, what to fetch, how many hands. */
export function Steps() {
  const { sheet: s, edit } = usePaper();
  return (
    <Part title="Steps" of={['steps']}>
      {list(s.steps).map((x, i) => {
        const at = ['steps', i];
        return (
          <Row key={x.id || i} head={<W at={[...at, 'title']} label={`step ${i + 1}`} />}>
            <When at={[...at, 'access']}>
              <W at={[...at, 'access']} label={`how one gets at it, step ${i + 1}`} />
            </When>
            {list(x.tools).map((t, j) => (
              <span key={j}>
                {edit ? ' ' : j > 0 ? ', ' : x.access ? '; ' : ''}
                <W at={[...at, 'tools', j, 'name']} label={`tool ${j + 1} of step ${i + 1}`} />
                {!edit && t.size ? ' ' : ''}
                <W at={[...at, 'tools', j, 'size']} label={`size of tool ${j + 1} of step ${i + 1}`} hint="size" />
                <TakeOut at={[...at, 'tools', j]} name={t.name} />
              </span>
            ))}
            <Add at={[...at, 'tools']} what="tool" make={() => ({ name: '' })} />
            {x.hands ? (
              <>
                {edit ? ' ' : '; '}
                <W at={[...at, 'hands', 'pairs']} label={`pairs of hands, step ${i + 1}`} number />
                {x.hands.pairs === 1 ? ' pair' : ' pairs'} of hands, <W at={[...at, 'hands', 'where']} label={`where, step ${i + 1}`} />
              </>
            ) : (
              <Add at={[...at, 'hands']} what="hands" make={() => ({ pairs: 2, where: '' })} whole />
            )}
            <Alone at={[...at, 'alone']} of={`step ${i + 1}`} alone={x.alone} />
            <When at={[...at, 'fixtures']}>
              {edit ? ' to fetch: ' : '; to fetch: '}
              <Many at={[...at, 'fixtures']} label={`fixture of step ${i + 1},`} what="fixture or part to fetch" />
            </When>
            {edit && <Pick at={[...at, 'kind']} label={`kind of step ${i + 1}`} options={kinds} />}
            {edit && x.kind === 'setting' && (
              <Pick
                at={[...at, 'setting']}
                label={`setting of step ${i + 1}`}
                options={[...new Map(list(s.settings).map((one) => [one.as ?? one.id, one.title]))].map(([id, name]) => ({ id, name }))}
              />
            )}
            <Up at={at} name={x.title} />
            <TakeOut at={at} name={x.title} />
            <Told at={at} />
          </Row>
        );
      })}
      <Add
        at={['steps']}
        what="step"
        named
        make={(title) => ({
          id: idOf(
            title,
            list(s.steps).map((x) => x.id),
          ),
          kind: 'functions',
          title,
        })}
      />
      <Told at={['steps']} />
    </Part>
  );
}
