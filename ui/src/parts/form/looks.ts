/** How small buttons and blanks look within a text. */
export const small = { minWidth: 0, maxWidth: '100%', whiteSpace: 'normal', minHeight: 40, py: 0, px: 1, fontSize: 'note' } as const;

export const field = {
  font: 'inherit',
  fontSize: 'text',
  fontWeight: 600,
  minHeight: 40,
  px: 0.75,
  bgcolor: 'sheet',
  color: 'text.primary',
  border: 0,
  borderBottom: '2px solid',
  borderRadius: 0,
  maxWidth: '100%',
} as const;

/** A blank on the line of its sentence; what is wrong with it stands beneath. */
export const inText = {
  display: 'inline-flex',
  flexDirection: 'column',
  alignItems: 'flex-start',
  maxWidth: '100%',
  mr: 0.75,
  verticalAlign: 'baseline',
  '& > *': { minWidth: 0, maxWidth: '100%' },
} as const;
