/** The address at which somebody else finds the same rig: an exercise and its seed. */
export const passedOn = (exercise: string, seed: number) => `/practice?${new URLSearchParams({ exercise, seed: String(seed) }).toString()}`;

/** What such an address says; without a seed that is one, a rig of this exercise is drawn. */
export function passed(search: URLSearchParams): { exercise: string; seed?: number } | undefined {
  const exercise = search.get('exercise');
  if (!exercise) return undefined;
  const seed = search.get('seed') ?? '';
  return /^\d{1,9}$/.test(seed) ? { exercise, seed: Number(seed) } : { exercise };
}
