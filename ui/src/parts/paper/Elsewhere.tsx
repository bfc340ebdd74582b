import Box from '@mui/material/Box';
import { useEffect, useState } from 'react';
import type { Value } from '../form/draft';
import { valueAt } from '../form/form';
import { usePaper } from './paper';

const what: Record<string, string> = {
  adjusters: 'what is turned',
  points: 'what is read',
  checks: 'what is tried',
  settings: 'setting',
  states: 'what must be so',
  actions: 'by hand',
  charts: 'chart',
  lost_motion: 'worn parts',
  steps: 'step',
  voids: 'a move reopens',
  applies: 'which units',
  rig: 'its rig',
  nominal: 'where a school ends',
};

/** The place of a fault in words: what kind of thing it is, and its name. */
export function placeOf(sheet: Value, path: string): string {
  const [, head = '', at] = /^([a-z_]+)(?:\[(\d+)\])?/.exec(path) ?? [];
  const entry = at === undefined ? undefined : valueAt(sheet, [head, Number(at)]);
  const of = (key: string) => valueAt(entry, [key]);
  const name = [of('title'), of('name'), of('says'), of('moving')].find((x): x is string => typeof x === 'string' && x !== '');
  return [what[head] ?? head.replaceAll('_', ' '), name].filter(Boolean).join(' ');
}

/** What is wrong at a place that has no blank on the page: told under the heading, so that none is out of sight. */
export function Elsewhere() {
  const { sheet, faults } = usePaper();
  const [hidden, setHidden] = useState<string[]>([]);
  useEffect(() => {
    // the blanks are on the page only once this has been drawn
    const drawn = requestAnimationFrame(() => {
      setHidden([...faults.keys()].filter((path) => !document.getElementById(`tell-${path}`)));
    });
    return () => {
      cancelAnimationFrame(drawn);
    };
  }, [faults]);
  const shown = hidden.filter((path) => faults.has(path));
  if (shown.length === 0) return null;
  return (
    <Box component="ul" role="alert" sx={{ m: 0, my: 1, pl: 2.5, fontSize: 'text', color: 'error.main', fontWeight: 500 }}>
      {shown.map((path) => (
        <li key={path}>
          {placeOf(sheet as unknown as Value, path)}: {faults.get(path)}
        </li>
      ))}
    </Box>
  );
}
