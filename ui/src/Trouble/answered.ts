/** A question that was answered just now, while the next is on its way. */
export const answered = { opacity: 0.4, pointerEvents: 'none', userSelect: 'none' } as const;
