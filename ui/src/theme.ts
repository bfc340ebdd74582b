import { createTheme } from '@mui/material/styles';
import type {} from '@mui/material/themeCssVarsAugmentation';

declare module '@mui/material/styles' {
  interface Palette {
    quiet: string;
    wash: string;
    sheet: string;
    pale: string;
  }
  interface TypographyVariantsOptions {
    fine: number;
    note: number;
    text: number;
    plain: number;
    name: number;
    head: number;
    title: number;
    large: number;
    cry: number;
    call: number;
    afar: number;
  }
  interface PaletteOptions {
    quiet: string;
    wash: string;
    sheet: string;
    pale: string;
  }
}

/** Sizes of text, in pixels: as large as can be read at arm's length, and no more of them than are told apart; the last three
 * are read from across the shop. */
const sizes = { fine: 15, note: 16, text: 17, plain: 18, name: 20, head: 22, title: 26, large: 34, cry: 72, call: 114, afar: 160 };

// bone paper and ink by day; by lamp the ground is dark and warm, and copper glows
const day = {
  primary: { main: '#9c4404', contrastText: '#fffdf8' },
  success: { main: '#1f5e4a' },
  error: { main: '#8f0f3a' },
  text: { primary: '#1a2224', secondary: '#4a5254' },
  background: { default: '#f2efe9', paper: '#fbfaf6' },
  divider: '#c6c1b2',
  quiet: '#4a5254',
  wash: '#eae6da',
  sheet: '#fbfaf6',
  pale: '#d5e5dd',
};
const lamp = {
  primary: { main: '#ffab5c', contrastText: '#1b1610' },
  success: { main: '#86d9ba' },
  error: { main: '#ff9fb5' },
  text: { primary: '#f5eee0', secondary: '#c9c1b0' },
  background: { default: '#15191a', paper: '#1f2526' },
  divider: '#475052',
  quiet: '#c9c1b0',
  wash: '#2a3132',
  sheet: '#1f2526',
  pale: '#1f4338',
};

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-theme' },
  colorSchemes: { light: { palette: day }, dark: { palette: lamp } },
  shape: { borderRadius: 0 },
  typography: {
    fontFamily: 'Barlow, sans-serif',
    fontSize: 16,
    ...sizes,
    button: { textTransform: 'none', fontWeight: 600, fontSize: sizes.name, lineHeight: 1.2 },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        body: { fontVariantNumeric: 'tabular-nums', fontSize: sizes.text, lineHeight: 1.4 },
        '*:focus-visible': { outline: '3px solid var(--mui-palette-primary-main)', outlineOffset: 2 },
        '@media (prefers-reduced-motion: reduce)': {
          '*': { animation: 'none !important', transition: 'none !important' },
        },
        // hands in gloves: whatever is tapped by itself, but for a word in a line of text
        '[data-gloves] :is(a, button, input, select, textarea, .MuiButtonBase-root)': { minHeight: '64px !important' },
        '[data-gloves] :is(.MuiButton-outlined, .MuiButton-contained, [type=checkbox], [type=radio])': { minWidth: '64px !important' },
        '[data-gloves] summary': { boxSizing: 'border-box', paddingBlock: '21px !important' },
        '@media print': { 'header, nav, footer': { display: 'none !important' } }, // what is tapped is no part of a paper
      },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true, variant: 'outlined', color: 'inherit' },
      styleOverrides: {
        root: {
          transition: 'none',
          minHeight: 56,
          padding: '10px 24px',
          borderWidth: 2,
          '&:hover': { borderWidth: 2 },
        },
        outlined: { background: 'var(--mui-palette-sheet)', borderColor: 'var(--mui-palette-text-primary)' },
        contained: {
          background: 'var(--mui-palette-text-primary)',
          color: 'var(--mui-palette-background-default)',
          border: '2px solid var(--mui-palette-text-primary)',
          '&:hover': { background: 'var(--mui-palette-text-primary)' },
        },
        text: { minHeight: 48, padding: '6px 10px', fontSize: sizes.text, textDecoration: 'underline', textUnderlineOffset: 4 },
      },
    },
    MuiInputBase: {
      styleOverrides: { root: { fontSize: sizes.name, background: 'var(--mui-palette-sheet)' }, input: { minHeight: 32 } },
    },
  },
});
