/** A button of what hands do: several stand side by side. */
export const small = { minHeight: 48, px: 1.5, py: 0.5, fontSize: 'text', borderWidth: 1.5, '&:hover': { borderWidth: 1.5 } };
