import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Told, W } from '../form/blanks';
import { pathOf } from '../form/draft';
import { field, small } from '../form/looks';
import { Add, TakeOut } from '../form/rows';
import { list, usePaper, type Path } from './paper';

type Wanted = Record<string, string | string[]>;

const waysOf = (v: string | string[] | undefined): string[] => (Array.isArray(v) ? v : v ? [v] : []);

/** The things that can be spoken of, each with its ways: those of the sheet, those at each place, and the hands. */
function useThings() {
  const { sheet: s } = usePaper();
  const things = list(s.setup).flatMap((t) => {
    const ways = list(t.ways).map((w) => ({ id: w.id, name: w.says ?? w.id }));
    const one = { id: t.id, name: t.name, ways };
    return t.each
      ? [
          { ...one, name: `every ${t.name}` },
          { ...one, id: `${t.id}.{place}`, name: `its ${t.name}` },
        ]
      : [one];
  });
  return [...things, { id: 'hands', name: 'hands', ways: ['clear', 'in'].map((id) => ({ id, name: id })) }];
}

/** How the machine must stand for something: in words, or each thing with the ways that do. */
export function Needs({ at, of, within = false }: { at: Path; of: string; within?: boolean }) {
  const { get, set, edit } = usePaper();
  const things = useThings();
  const value = get(at);
  const needs: Wanted = typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Wanted) : {};
  const ids = Object.keys(needs);
  const thing = (id: string) => things.find((t) => t.id === id) ?? { id, name: id, ways: [] };
  if (!edit) {
    if (ids.length === 0) return null;
    const says = ids.map((id) => {
      const t = thing(id);
      return `${t.name} ${waysOf(needs[id])
        .map((w) => t.ways.find((one) => one.id === w)?.name ?? w)
        .join(' or ')}`;
    });
    return (
      <Box component="span" sx={{ color: 'quiet' }}>
        {within ? ` (with ${says.join('; ')})` : ` With ${says.join('; ')}.`}
      </Box>
    );
  }
  const put = (next: Wanted) => set?.(at, Object.keys(next).length > 0 ? next : undefined);
  const without = (id: string) => Object.fromEntries(Object.entries(needs).filter(([k]) => k !== id));
  return (
    <Box component="span" role="group" aria-label={`how it stands, for ${of}`} sx={{ display: 'block' }}>
      stands:
      {ids.map((id) => {
        const t = thing(id);
        const on = waysOf(needs[id]);
        return (
          <Box
            component="span"
            key={id}
            id={`at-${pathOf([...at, id])}`}
            sx={{ display: 'inline-flex', alignItems: 'center', flexWrap: 'wrap', gap: 0.5, mx: 0.75 }}
          >
            <b>{t.name}</b>
            {t.ways.map((w) => (
              <Button
                key={w.id}
                aria-pressed={on.includes(w.id)}
                aria-label={`${of}: ${t.name} ${w.name}`}
                sx={{ ...small, borderWidth: 1, color: 'text.primary', fontWeight: on.includes(w.id) ? 600 : 400 }}
                onClick={() => {
                  const next = on.includes(w.id) ? on.filter((x) => x !== w.id) : [...on, w.id];
                  put(next.length === 0 ? without(id) : { ...needs, [id]: next.length === 1 ? (next[0] ?? '') : next });
                }}
              >
                {on.includes(w.id) ? '✓ ' : ''}
                {w.name}
              </Button>
            ))}
            <Told at={[...at, id]} />
          </Box>
        );
      })}
      <Box
        component="select"
        aria-label={`another thing that must stand, for ${of}`}
        value=""
        onChange={(x: React.ChangeEvent<HTMLSelectElement>) => {
          const t = thing(x.target.value);
          if (t.ways[0]) put({ ...needs, [t.id]: t.ways[0].id });
        }}
        sx={{ ...field, borderColor: 'quiet' }}
      >
        <option value="">+ thing</option>
        {things
          .filter((t) => !ids.includes(t.id))
          .map((t) => (
            <option key={t.id} value={t.id}>
              {t.name}
            </option>
          ))}
      </Box>
      <Told at={at} />
    </Box>
  );
}

/** Things that stand so at once: what must never be, or what is allowed all the same, with its caution. */
export function Together({ at, of, caution = false }: { at: Path; of: string; caution?: boolean }) {
  const { get, set, edit } = usePaper();
  const things = useThings();
  const value = get(at);
  const all = Array.isArray(value) ? (value as Record<string, string>[]) : [];
  const thing = (id: string) => things.find((t) => t.id === id) ?? { id, name: id, ways: [] };
  const named = (id: string, way: string) => `${thing(id).name} ${thing(id).ways.find((w) => w.id === way)?.name ?? way}`;
  if (!edit && all.length === 0) return null;
  return (
    <>
      {all.map((one, i) => (
        <Box component="span" key={i} sx={{ display: 'block' }}>
          {caution && !edit && ' Allowed: '}
          {Object.entries(one)
            .filter(([id]) => id !== 'caution')
            .map(([id, way], k) => (
              <span key={id}>
                {k > 0 && ' · '}
                {edit ? (
                  <>
                    {thing(id).name}{' '}
                    <Box
                      component="select"
                      id={`at-${pathOf([...at, i, id])}`}
                      aria-label={`${thing(id).name}, ${of} ${i + 1}`}
                      value={way}
                      onChange={(x: React.ChangeEvent<HTMLSelectElement>) => set?.([...at, i, id], x.target.value || undefined)}
                      sx={{ ...field, borderColor: 'quiet' }}
                    >
                      <option value="">not spoken of</option>
                      {thing(id).ways.map((w) => (
                        <option key={w.id} value={w.id}>
                          {w.name}
                        </option>
                      ))}
                    </Box>
                  </>
                ) : (
                  named(id, way)
                )}
              </span>
            ))}
          {edit && (
            <Box
              component="select"
              aria-label={`another thing, ${of} ${i + 1}`}
              value=""
              onChange={(x: React.ChangeEvent<HTMLSelectElement>) => {
                const t = thing(x.target.value);
                if (t.ways[0]) set?.([...at, i, t.id], t.ways[0].id);
              }}
              sx={{ ...field, borderColor: 'quiet', ml: 0.5 }}
            >
              <option value="">+ thing</option>
              {things
                .filter((t) => !(t.id in one))
                .map((t) => (
                  <option key={t.id} value={t.id}>
                    {t.name}
                  </option>
                ))}
            </Box>
          )}
          {caution && (
            <>
              {': '}
              <W at={[...at, i, 'caution']} label={`caution, ${of} ${i + 1}`} />
            </>
          )}
          <TakeOut at={[...at, i]} name={`${of} ${i + 1}`} />
          <Told at={[...at, i]} />
        </Box>
      ))}
      <Add at={at} what={of.replace(/,$/, '')} make={() => (caution ? { caution: '' } : {})} />
      <Told at={at} />
    </>
  );
}
