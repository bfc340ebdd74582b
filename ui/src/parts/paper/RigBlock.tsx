import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { pathOf, type Value } from '../form/draft';
import { Pick, Told, W } from '../form/blanks';
import { Yes } from '../form/choices';
import { fields, useRigFields, type Field } from './fields';
import { Add, TakeOut } from '../form/rows';
import { Part, Row } from './layout';
import { Sets } from './Sets';
import { list, usePaper, type Path } from './paper';

const empty = (f: Field): Value =>
  f.type === 'object'
    ? Object.fromEntries((f.required ?? []).map((k) => [k, empty(f.properties?.[k] ?? {})]))
    : f.type === 'array'
      ? []
      : '';

function Figure({ at, field }: { at: Path; field: Field }) {
  const { get, edit, set } = usePaper();
  const label = field.title ?? String(at.at(-1) ?? '');
  const value = get(at);
  if (field.type === 'boolean')
    return edit || value === true ? (
      <Row>
        <Yes at={at} says={label} />
      </Row>
    ) : null;
  if (field.type === 'array') {
    const rows = Array.isArray(value) ? value : [];
    return (
      <Box sx={{ breakInside: 'avoid' }}>
        <Row head={`${label}:`}>
          {rows.map((_, i) => (
            <Box key={i} sx={{ pl: 1.5 }}>
              {field.items?.type === 'object' ? (
                fields(field.items).map(([k, f], j) => (
                  <span key={k}>
                    {j > 0 && (edit || value !== undefined) ? ' ' : ''}
                    <Inline at={[...at, i, k]} field={f} first={j === 0} />
                  </span>
                ))
              ) : (
                <W at={[...at, i]} label={`${label} ${i + 1}`} />
              )}
              <TakeOut at={[...at, i]} name={`${label} ${i + 1}`} />
            </Box>
          ))}
          <Add at={at} what={label} make={() => empty(field.items ?? {})} />
          <Told at={at} />
        </Row>
      </Box>
    );
  }
  if (field.type === 'object') {
    if (value === undefined) return edit ? <Add at={at} what={label} make={() => empty(field)} whole /> : null;
    return (
      <Box sx={{ breakInside: 'avoid' }}>
        <Row head={label}>
          {edit && (
            <Button variant="text" sx={{ minHeight: 36, py: 0, fontSize: 'fine' }} onClick={() => set?.(at, undefined)}>
              leave it out
            </Button>
          )}
        </Row>
        <Box sx={{ pl: 1.5 }}>
          {fields(field).map(([k, f]) => (
            <Figure key={k} at={[...at, k]} field={f} />
          ))}
        </Box>
      </Box>
    );
  }
  if (!edit && value === undefined) return null;
  return (
    <Box
      sx={{
        display: 'flex',
        gap: 1,
        fontSize: 'text',
        py: 0.25,
        justifyContent: 'space-between',
        alignItems: 'baseline',
        breakInside: 'avoid',
      }}
    >
      <span>{label}</span>
      <Box component="span" sx={{ fontWeight: 600, textAlign: 'right', flex: 'none', maxWidth: '60%' }}>
        {field.enum ? (
          <Pick at={at} label={label} options={field.enum.map((w) => ({ id: w, name: w }))} />
        ) : (
          <W at={at} label={label} number unit={field.unit ?? ''} />
        )}
      </Box>
    </Box>
  );
}

/** A field of a hook, a plane, a detent: in one line with its neighbours. */
function Inline({ at, field, first }: { at: Path; field: Field; first: boolean }) {
  const { get, edit } = usePaper();
  const label = field.title ?? '';
  if (!edit && get(at) === undefined) return null;
  return (
    <>
      {!first && (
        <Box component="span" sx={{ color: 'quiet' }}>
          {edit ? '' : `· ${label} `}
        </Box>
      )}
      <b>
        <W at={at} label={label} number={field.type !== 'string'} unit={field.unit ?? ''} />
      </b>
    </>
  );
}

/** The geometry the sheet stands on, where its adjusters end, and whether the sheet is true of it. */
export function RigBlock() {
  const { sheet: s, edit, set, proofs } = usePaper();
  const { geometry } = useRigFields(s.family);
  if (!geometry || (!s.rig && !edit)) return null;
  if (!s.rig)
    return (
      <Part title="Its rig">
        <Row>
          With the lengths and ratios of the parts, this sheet is held against its own rig, and a setting can be tried before it is touched.
          It can be left out.
        </Row>
        <Button
          sx={{ minHeight: 44, py: 0, px: 2, fontSize: 'text' }}
          onClick={() => set?.(['rig'], { format: 'brankel.rig/1', family: s.family, geometry: empty(geometry), settings: {} })}
        >
          Write down the rig
        </Button>
      </Part>
    );
  const met = list(proofs).filter((p) => p.met).length;
  const all = list(proofs).length;
  return (
    <Part title="Its rig">
      <Row head={all === 0 ? 'Nothing to hold against it.' : met === all ? `✓ All ${all} agree:` : `✕ ${all - met} of ${all} do not:`}>
        {all > 0 && 'what this sheet asks, against what its rig shows where everything is right.'}
      </Row>
      <Told at={['rig']} />
      <Told at={['rig', 'geometry']} />
      <Box sx={{ columns: { xs: 1, md: 2 }, columnGap: 4 }}>
        {fields(geometry).map(([k, f]) => (
          <Figure key={k} at={['rig', 'geometry', k]} field={f} />
        ))}
      </Box>
      <Nominal />
      {edit && (
        <Button variant="text" sx={{ minHeight: 40, py: 0, fontSize: 'note' }} onClick={() => set?.(['rig'], undefined)}>
          leave the rig out
        </Button>
      )}
    </Part>
  );
}

/** Where each adjuster ends when all is right, in its own steps from the rig's 0. */
function Nominal() {
  const { sheet: s, edit } = usePaper();
  const ends = list(s.adjusters).flatMap((a) =>
    a.works
      ? (a.each ? list(s.places) : [{ id: '', name: '' }]).map((p) => ({
          name: a.name + (p.name ? `, ${p.name}` : ''),
          key: a.works?.replaceAll('{place}', p.id) ?? '',
        }))
      : [],
  );
  const settings = s.rig?.settings ?? {};
  const shown = edit ? ends : ends.filter((e) => settings[e.key] !== undefined);
  if (shown.length === 0) return null;
  return (
    <Row head="All is right at:">
      {shown.map((e, i) => (
        <span key={e.key}>
          {i > 0 && !edit ? '; ' : ' '}
          {e.name} <W at={['rig', 'settings', e.key]} label={`${e.name}, setting where all is right`} number />
        </span>
      ))}
      {list(s.schools)
        .filter((x) => edit || s.nominal?.[x.id])
        .map((x) => (
          <Box key={x.id} component="span" sx={{ display: 'block' }}>
            by {x.name} it ends elsewhere:{' '}
            <Sets at={['nominal', x.id]} of={ends.map((e) => [e.key, { title: e.name }])} label={`by ${x.name}`} more="where it ends" />
          </Box>
        ))}
      {ends.map((e) => (
        <Told key={pathOf(['rig', 'settings', e.key])} at={['rig', 'settings', e.key]} />
      ))}
    </Row>
  );
}
