import { Pick } from '../form/blanks';
import { usePaper, type Path } from './paper';

/** What of the rig it is: offered while a sheet with a rig is written. */
export function OfRig({ at, kind, says }: { at: Path; kind: 'adjusters' | 'readings' | 'senses'; says: string }) {
  const { edit, names, get } = usePaper();
  const here = get(at);
  const of = [...new Set([...(names?.[kind] ?? []), ...(typeof here === 'string' ? [here] : [])])];
  if (!edit || of.length === 0) return null;
  const options = of.map((id) => ({ id, name: id.replace('.{place}', ', each').replace('_{place}', ', each').replaceAll(/[._]/g, ' ') }));
  return (
    <>
      {' of the rig: '}
      <Pick at={at} label={says} options={options} none="none of it" />
    </>
  );
}
