import { createContext, useContext } from 'react';
import type { Sheet, SheetPage } from '../../api/client';
import type { Value } from './draft';

export type Step = string | number;
export type Path = Step[];

interface RigNames {
  adjusters: string[];
  readings: string[];
  senses: string[];
  words: Record<string, string[]>; // of each sense, the good one first
}

/** What a sheet's page is drawn from. Without `set` it is read only. */
export interface PaperOf {
  sheet: Sheet;
  words: SheetPage['words'];
  proofs: SheetPage['proofs'];
  names?: RigNames | undefined; // what its rig has, for who writes
  set?: (path: Path, value: Value | undefined) => void;
  faults: Map<string, string>;
  questions: Map<string, string>;
  confirm?: (path: string) => void;
}

export const PaperContext = createContext<PaperOf | null>(null);

export function usePaper(): PaperOf & { edit: boolean; get: (path: Path) => Value | undefined } {
  const p = useContext(PaperContext);
  if (!p) throw new Error('outside of a sheet');
  return { ...p, edit: p.set !== undefined, get: (path) => valueAt(p.sheet, path) };
}

/** What stands at a path, undefined where nothing does. */
export function valueAt(value: Value | undefined, path: Path): Value | undefined {
  return path.reduce<Value | undefined>(
    (v, step) => (v !== null && typeof v === 'object' ? (v as Record<string, Value>)[step] : undefined),
    value,
  );
}

/** A draft may lack a list, or hold something else there. */
export const list = <T>(of: T[] | null | undefined): T[] => (Array.isArray(of) ? of : []);

/** An id of its own, made from a name. */
export function idOf(name: string, taken: string[]): string {
  const plain = name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  const first = plain || 'one';
  let id = first;
  for (let n = 2; taken.includes(id); n++) id = `${first}-${n}`;
  return id;
}

/** Every id among what is read, turned or answered, which share their names. */
export const ids = (s: Sheet): string[] =>
  [s.adjusters, s.points, s.checks, s.lost_motion, s.charts].flatMap((l) => list<{ id: string }>(l).map((x) => x.id));
