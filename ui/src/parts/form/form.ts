import { createContext, useContext } from 'react';
import type { Value } from './draft';

export type Step = string | number;
export type Path = Step[];

/** What blanks are filled from and into. Without `set` it is read only. */
export interface FormOf {
  value: Value;
  set?: ((path: Path, value: Value | undefined) => void) | undefined;
  faults: Map<string, string>; // by path
  questions: Map<string, string>;
  confirm?: ((path: string) => void) | undefined; // that what is questioned is so
  assumed?: string[]; // paths of what nobody has confirmed yet
  sure?: (path: string) => void; // that it is so
}

export const FormContext = createContext<FormOf | null>(null);

export function useForm(): FormOf & { edit: boolean; get: (path: Path) => Value | undefined } {
  const f = useContext(FormContext);
  if (!f) throw new Error('outside of a form');
  return { ...f, edit: f.set !== undefined, get: (path) => valueAt(f.value, path) };
}

/** What stands at a path, undefined where nothing does. */
export function valueAt(value: Value | undefined, path: Path): Value | undefined {
  return path.reduce<Value | undefined>(
    (v, step) => (v !== null && typeof v === 'object' ? (v as Record<string, Value>)[step] : undefined),
    value,
  );
}
