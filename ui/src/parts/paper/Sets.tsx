import Box from '@mui/material/Box';
import { Pick, Told, W } from '../form/blanks';
import { Any, Yes } from '../form/choices';
import type { Field } from './fields';
import { field, small } from '../form/looks';
import { usePaper, type Path } from './paper';
import { TakeOut } from '../form/rows';

/** What of a rig is otherwise here: each that is named with its blank, the others to choose from. */
export function Sets({ at, of, label, more }: { at: Path; of: [string, Field][]; label: string; more: string }) {
  const { get, set, edit } = usePaper();
  const here = (get(at) ?? {}) as Record<string, unknown>;
  const named = [...of.filter(([k]) => here[k] !== undefined), ...Object.keys(here).flatMap((k) => missing(of, k))];
  const rest = of.filter(([k]) => here[k] === undefined);
  return (
    <>
      {named.map(([k, f], i) => (
        <span key={k}>
          {i > 0 && !edit ? ', ' : ''}
          {f.title ?? k.replaceAll(/[._]/g, ' ')} <One at={[...at, k]} of={f} label={`${label}: ${f.title ?? k}`} />
          <TakeOut at={[...at, k]} name={`${f.title ?? k}, ${label}`} />
          {edit && <Told at={[...at, k]} />}
        </span>
      ))}
      {edit && rest.length > 0 && (
        <Box
          component="select"
          aria-label={label}
          value=""
          onChange={(x: React.ChangeEvent<HTMLSelectElement>) => {
            const found = rest.find(([k]) => k === x.target.value);
            if (found) set?.([...at, found[0]], start(found[1]));
          }}
          sx={{ ...field, ...small, color: 'primary.main' }}
        >
          <option value="">+ {more}</option>
          {rest.map(([k, f]) => (
            <option key={k} value={k}>
              {f.title ?? k}
            </option>
          ))}
        </Box>
      )}
    </>
  );
}

const missing = (of: [string, Field][], key: string): [string, Field][] => (of.some(([k]) => k === key) ? [] : [[key, { type: 'number' }]]);

const start = (f: Field) => (f.type === 'boolean' ? true : f.type === 'array' ? [] : (f.enum?.[0] ?? f.anyOf?.[0]?.enum?.[0] ?? ''));

function One({ at, of, label }: { at: Path; of: Field; label: string }) {
  const { sheet, get, edit } = usePaper();
  if (of.type === 'boolean') return edit ? <Yes at={at} says="yes" plain /> : get(at) === true ? 'yes' : 'no';
  if (of.enum) return <Pick at={at} label={label} options={of.enum.map((w) => ({ id: w, name: w }))} />;
  if (of.type === 'array') return <Any at={at} label={label} options={sheet.places ?? []} />;
  return <W at={at} label={label} hint={of.anyOf ? (of.anyOf[0]?.enum ?? []).join(', ') : ''} number unit={of.unit ?? ''} />;
}
