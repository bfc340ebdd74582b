/** What the grades are called, from the first on. */
export const grades = ['', 'first grade', 'second grade', 'third grade'];

/** The grades to choose from. */
export const gradeChoices = [
  { id: '1', name: 'first' },
  { id: '2', name: 'second' },
  { id: '3', name: 'third' },
];
