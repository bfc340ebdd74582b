import { useQuery } from '@tanstack/react-query';
import { ProblemError, problemOf } from '../../api/client';
import { keys } from '../../api/keys';

/** One field of a rig, with the words for it. */
export interface Field {
  type?: string;
  title?: string;
  unit?: string;
  enum?: string[];
  anyOf?: Field[];
  properties?: Record<string, Field>;
  order?: string[];
  required?: string[];
  items?: Field;
}
interface RigSchema {
  oneOf: { title: string; properties: { geometry: Field; condition: Field } }[];
  $defs: { at: Record<string, Field> };
}

/** What a family's rigs are made of, what may be worn or wrong with them, and where their control may stand. */
export function useRigFields(family: string): { geometry?: Field; condition?: Field; at?: Field } {
  const { data } = useQuery({
    queryKey: keys.rigSchema,
    staleTime: Infinity,
    queryFn: async () => {
      const answer = await fetch('/api/v1/rig.schema.json');
      const body: unknown = await answer.json();
      if (!answer.ok) throw new ProblemError(problemOf(body));
      return body as RigSchema;
    },
  });
  const at = data?.$defs.at[family];
  return { ...data?.oneOf.find((f) => f.title === family)?.properties, ...(at && { at }) };
}

export const fields = (f: Field | undefined): [string, Field][] => (f?.order ?? []).map((k) => [k, f?.properties?.[k] ?? {}]);

/** The figures of a geometry by their names, those of its parts too: spring.at_in. */
export const figures = (f: Field | undefined, head = ''): [string, Field][] =>
  fields(f).flatMap(([k, one]) =>
    one.type === 'object'
      ? figures(one, `${head}${k}.`)
      : one.type === 'number'
        ? [[`${head}${k}`, head === '' ? one : { ...one, title: `${head.replace('.', ' ')}${one.title ?? k}` }] as [string, Field]]
        : [],
  );
