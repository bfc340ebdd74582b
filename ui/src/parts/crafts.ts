import type { Craft } from '../api/client';

/** The kinds of machine, in the order they are offered. */
export const crafts: Craft[] = ['boat', 'car', 'trailer', 'aircraft'];
