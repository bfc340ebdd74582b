/** A JSON value that is being edited, and the schema that says what may stand where. */
export type Value = string | number | boolean | null | Value[] | { [key: string]: Value };

export interface Schema {
  type?: string;
  $ref?: string;
  $defs?: Record<string, Schema>;
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  enum?: string[];
}

/** Follows a reference of the schema. */
export function resolve(root: Schema, at: Schema): Schema {
  const name = at.$ref?.replace('#/$defs/', '');
  return name ? (root.$defs?.[name] ?? {}) : at;
}

/** What stands in a new place: empty, so that no figure comes from nowhere. */
export function blank(root: Schema, at: Schema): Value {
  const s = resolve(root, at);
  if (s.type === 'array') return [];
  if (s.type === 'boolean') return false;
  if (s.type !== 'object') return s.enum?.[0] ?? '';
  return Object.fromEntries((s.required ?? []).map((key) => [key, blank(root, s.properties?.[key] ?? {})]));
}

type Step = string | number;

/** The value with one place changed; undefined takes it out. */
export function put(value: Value, path: Step[], next: Value | undefined): Value {
  const [head, ...rest] = path;
  if (head === undefined) return next ?? null;
  if (Array.isArray(value)) {
    const list = [...value];
    const i = Number(head);
    if (rest.length === 0 && next === undefined) list.splice(i, 1);
    else list[i] = put(list[i] ?? null, rest, next);
    return list;
  }
  const object = { ...(value as Record<string, Value> | null) };
  if (rest.length === 0 && next === undefined) return Object.fromEntries(Object.entries(object).filter(([key]) => key !== head));
  object[head] = put(object[head] ?? null, rest, next);
  return object;
}

/** The path as faults name it: points[2].target. */
export const pathOf = (path: Step[]) => path.map((p, i) => (typeof p === 'number' ? `[${p}]` : i === 0 ? p : `.${p}`)).join('');

/** A number where one is written; a text stays as it was typed, so that it can be told what is wrong. */
export function typed(text: string): Value {
  const plain = text.trim().replace(',', '.').replace('−', '-');
  return plain !== '' && /^-?\d*\.?\d+$/.test(plain) ? Number(plain) : text;
}
