/** The sizes of paper that are printed, the usual one first. */
export const papers = ['A4', 'Letter'] as const;
