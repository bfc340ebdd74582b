import { createContext, useContext } from 'react';
import type { Sheet, SheetPage } from '../../api/client';
import { useForm, type FormOf } from '../form/form';

export type { Path, Step } from '../form/form';

interface RigNames {
  adjusters: string[];
  readings: string[];
  senses: string[];
  words: Record<string, string[]>; // of each sense, the good one first
  ways: Record<string, string[]>; // of each kind of thing, its usual rest first
}

/** What a sheet's page is drawn from. Without `set` it is read only. */
export interface PaperOf extends Pick<FormOf, 'set' | 'faults' | 'questions' | 'confirm'> {
  sheet: Sheet;
  words: SheetPage['words'];
  proofs: SheetPage['proofs'];
  usual?: string[] | undefined; // parts that are as on the usual sheet of the family
  names?: RigNames | undefined; // what its rig has, for who writes
  wears?: Sheet['checks'] | undefined; // what wears on such rigs and is not asked yet
}

export const PaperContext = createContext<PaperOf | null>(null);

/** The sheet, and the form that its blanks are in. */
export function usePaper(): PaperOf & ReturnType<typeof useForm> {
  const p = useContext(PaperContext);
  const form = useForm();
  if (!p) throw new Error('outside of a sheet');
  return { ...p, ...form };
}

/** The form of a sheet: it keeps by itself what of it is assumed. */
export function formOf(p: PaperOf): FormOf {
  const assumed = p.sheet.assumed ?? [];
  return {
    value: p.sheet,
    set: p.set,
    faults: p.faults,
    questions: p.questions,
    confirm: p.confirm,
    assumed,
    sure: (path) =>
      p.set?.(
        ['assumed'],
        assumed.filter((one) => one !== path),
      ),
  };
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
