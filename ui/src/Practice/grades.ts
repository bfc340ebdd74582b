/** What the grades are called, from the first on. */
export const grades = ['', 'first grade', 'second grade', 'third grade'];
