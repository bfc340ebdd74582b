import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Leaf, type Piece } from './Leaf';
import { blank, pathOf, resolve, type Value } from './draft';

const words = (key: string) => key.replaceAll('_', ' ');
/** A piece of the draft with all beneath it, as its schema says. */
export function Node({ e, schema: raw, path, value, label }: Piece) {
  const schema = resolve(e.root, raw);
  if (schema.type === 'array') return <List e={e} schema={schema} path={path} value={Array.isArray(value) ? value : []} label={label} />;
  if (schema.type !== 'object') return <Leaf e={e} schema={schema} path={path} value={value} label={label} />;
  const fields = Object.entries(schema.properties ?? {});
  const object = value !== null && typeof value === 'object' && !Array.isArray(value) ? value : undefined;
  if (!object)
    return (
      <Button
        variant="text"
        sx={{ minHeight: 40, py: 0, fontSize: 16 }}
        onClick={() => {
          e.set(path, blank(e.root, schema));
        }}
      >
        add {label}
      </Button>
    );
  const fault = e.faults.get(pathOf(path));
  return (
    <Box
      role="group"
      aria-label={pathOf(path)}
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, rowGap: 0.5, alignItems: 'flex-start' }}
    >
      {path.length > 1 && typeof path.at(-1) === 'string' && <Box sx={{ flexBasis: '100%', fontSize: 16, fontWeight: 600 }}>{label}</Box>}
      {fault && (
        <Box role="alert" sx={{ flexBasis: '100%', fontSize: 15, fontWeight: 500, color: 'error.main' }}>
          {fault}
        </Box>
      )}
      {fields.map(([key, sub]) => {
        const s = resolve(e.root, sub);
        const whole = s.type === 'array' || (s.type === 'object' && object[key] !== undefined);
        return (
          <Box
            key={key}
            sx={
              whole
                ? { flexBasis: '100%', minWidth: 0, pl: 2, borderLeft: '2px solid', borderColor: 'divider' }
                : { minWidth: 0, maxWidth: '100%' }
            }
          >
            <Node e={e} schema={sub} path={[...path, key]} value={object[key]} label={words(key)} />
          </Box>
        );
      })}
    </Box>
  );
}

function List({ e, schema, path, value, label }: Piece & { value: Value[] }) {
  const items = schema.items ?? {};
  const fault = e.faults.get(pathOf(path));
  return (
    <Box>
      {path.length > 1 && <Box sx={{ fontSize: 16, fontWeight: 600 }}>{label}</Box>}
      {value.map((one, i) => (
        <Box
          key={i}
          sx={{
            display: 'flex',
            gap: 1,
            alignItems: 'flex-start',
            py: 0.75,
            borderBottom: '1px solid',
            borderColor: 'divider',
          }}
        >
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Node e={e} schema={items} path={[...path, i]} value={one} label={`${i + 1}`} />
          </Box>
          <Button
            variant="text"
            aria-label={`take out ${pathOf([...path, i])}`}
            sx={{ minWidth: 40, minHeight: 40, p: 0 }}
            onClick={() => {
              e.set([...path, i], undefined);
            }}
          >
            ✕
          </Button>
        </Box>
      ))}
      {fault && (
        <Box role="alert" sx={{ fontSize: 15, fontWeight: 500, color: 'error.main' }}>
          {fault}
        </Box>
      )}
      <Button
        variant="text"
        sx={{ minHeight: 40, py: 0, fontSize: 16 }}
        onClick={() => {
          e.set([...path, value.length], blank(e.root, items));
        }}
      >
        add to {label}
      </Button>
    </Box>
  );
}
