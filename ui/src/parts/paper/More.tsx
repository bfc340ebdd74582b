import { Part } from './layout';
import { idOf, ids, list, usePaper } from './paper';
import { Add } from '../form/rows';

/** New things to read, turn and try; a setting then names them. */
export function More() {
  const { sheet: s } = usePaper();
  return (
    <Part title="Add">
      <Add at={['adjusters']} what="thing to turn" named make={(name) => ({ ...adjuster, id: idOf(name, ids(s)), name })} />
      <Add
        at={['points']}
        what="thing to read"
        named
        make={(name) => ({ id: idOf(name, ids(s)), name, between: '', quantity: 'length' })}
      />
      <Add
        at={['checks']}
        what="thing to try"
        named
        make={(name) => ({ id: idOf(name, ids(s)), name, ask: '', kind: 'function', answers: [{ says: '' }, { says: '', points_to: '' }] })}
      />
      <Add
        at={['settings']}
        what="setting"
        named
        make={(title) => ({
          id: idOf(
            title,
            list(s.settings).map((x) => x.id),
          ),
          title,
          method: 'measured',
          adjusters: [],
          points: [],
        })}
      />
    </Part>
  );
}

const adjuster = {
  kind: 'barrel',
  step: 0.5,
  lengthens: 'out',
  seen_from: '',
  out: { says: '', seen: 'anticlockwise' },
  in: { says: '', seen: 'clockwise' },
};
