import Box from '@mui/material/Box';
import type { RouteView } from '../api/client';
import { Pick, W } from '../parts/form/blanks';
import { useForm, type Path } from '../parts/form/form';
import { Add, TakeOut, Up } from '../parts/form/rows';
import { Row, Said, Title, Told } from './rows';

const ways = ['ahead', 'back', 'left', 'right', 'up', 'down'].map((id) => ({ id, name: id }));
const sold = [
  { id: 'tip', name: 'tip to tip' },
  { id: 'jacket', name: 'by its jacket' },
];

/** Where a bend goes; one that was dragged may go between the words. */
function Toward({ at }: { at: Path }) {
  const { get } = useForm();
  const now = get(at);
  const dragged = typeof now === 'string' && now !== '' && !ways.some((w) => w.id === now);
  return <Pick at={at} label="toward" options={dragged ? [{ id: now, name: 'as dragged' }, ...ways] : ways} />;
}

/** The pieces of the path, one a line, in their order. */
export function Pieces({ view }: { view: RouteView | undefined }) {
  const { get } = useForm();
  const pieces = (get(['pieces']) ?? []) as { bend?: boolean }[];
  return (
    <Box component="section" aria-label="The path">
      <Box component="h2" sx={{ fontSize: 'plain', fontWeight: 600, m: 0, mb: 0.5 }}>
        <Said says="The path, starting">
          <Toward at={['starts']} />
        </Said>
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 'text' }}>
        {pieces.map((p, i) => {
          const name = `${p.bend ? 'bend' : 'straight'} ${i + 1}`;
          return (
            <Row
              key={i}
              last={
                <>
                  <Up at={['pieces', i]} name={name} />
                  <TakeOut at={['pieces', i]} name={name} />
                </>
              }
            >
              {p.bend ? (
                <>
                  <Said says="bend">
                    <W at={['pieces', i, 'angle']} label={`angle of ${name}, degrees`} hint="90" unit="°" />
                  </Said>
                  <Toward at={['pieces', i, 'toward']} />
                  <Said says="radius">
                    <W at={['pieces', i, 'radius']} label={`radius of ${name}, mm`} hint="mm" />
                  </Said>
                  <Said says="measured">
                    <W at={['pieces', i, 'length']} label={`length of ${name} along the cable, mm`} hint="mm" />
                  </Said>
                </>
              ) : (
                <>
                  <Said says="straight">
                    <W at={['pieces', i, 'length']} label={`length of ${name}, mm`} hint="mm" />
                  </Said>
                </>
              )}
              {p.bend && <Told line={view?.pieces[i]} />}
            </Row>
          );
        })}
      </Box>
      <Add at={['pieces']} what="straight piece" make={() => ({ length: '' })} />
      <Add at={['pieces']} what="bend" make={() => ({ bend: true, angle: '90', radius: '', toward: 'up' })} />
    </Box>
  );
}

/** What the cable is, and how its maker sells it. */
export function Cable() {
  const p = { m: 0, py: 0.5, fontSize: 'text', lineHeight: 1.3, borderTop: '1px solid', borderColor: 'divider' } as const;
  return (
    <Box component="section" aria-label="The cable" sx={{ mt: 2 }}>
      <Title>The cable</Title>
      <Box component="p" sx={p}>
        <Said says="For">
          <W at={['name']} label="what the cable is for" hint="which cable" />
        </Said>
        <Said says="least radius">
          <W at={['conduit', 'least']} label="least radius, mm" hint="mm" />
        </Said>
        <Said says="core">
          <W at={['conduit', 'core']} label="width of the core, mm" hint="mm" />
        </Said>
        <Said says="in">
          <W at={['conduit', 'bore']} label="inner width of the conduit, mm" hint="mm" />
        </Said>
        <Said says="friction">
          <W at={['conduit', 'friction']} label="friction in the conduit" hint="0.1" />
        </Said>
        <Said says="load">
          <W at={['conduit', 'load']} label="load at the far end, N" hint="N" />
        </Said>
      </Box>
      {[0, 1].map((i) => (
        <Box component="p" key={i} sx={p}>
          {i === 0 ? 'Where it starts' : 'Where it ends'}: beyond the jacket{' '}
          <W at={['ends', i, 'adds']} label={`what end ${i + 1} adds, mm`} hint="mm" />
          <Said says="threads">
            <W at={['ends', i, 'thread']} label={`threads at end ${i + 1}`} hint="number" />
          </Said>
          <Said says="never fewer than">
            <W at={['ends', i, 'least']} label={`least threads at end ${i + 1}`} hint="number" />
          </Said>
          <Said says="pitch">
            <W at={['ends', i, 'pitch']} label={`pitch at end ${i + 1}, mm`} hint="mm" />
          </Said>
        </Box>
      ))}
      <Box component="p" sx={p}>
        <Said says="Sold">
          <Pick at={['order', 'sold_by']} label="how its maker measures" options={sold} none="tip to tip" />
        </Said>
        <Said says="in stock">
          <W at={['order', 'stock']} label="lengths in stock" hint="4200, 4500, 4800" />
        </Said>
        <Said says="left for movement">
          <W at={['order', 'loop']} label="loop left for movement, mm" hint="mm" />
        </Said>
        <Said says="path known to">
          <W at={['order', 'doubt']} label="how well the path is known, mm" hint="mm" />
        </Said>
      </Box>
    </Box>
  );
}
