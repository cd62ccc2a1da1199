'use client';

import { createTheme } from '@mui/material/styles';

export const text =
  "'Atkinson Hyperlegible Next Variable', 'Atkinson Hyperlegible Next', system-ui, sans-serif";
/** For readouts: clocks and scales. */
export const mono =
  "'Atkinson Hyperlegible Mono Variable', 'Atkinson Hyperlegible Mono', ui-monospace, monospace";

const palette = (mode: 'light' | 'dark') => {
  const light = mode === 'light';
  return {
    mode,
    primary: { main: light ? '#1D2FB8' : '#B3B8EE', contrastText: light ? '#FCFDFD' : '#0E1418' },
    secondary: { main: light ? '#47535E' : '#A9B6BE' },
    error: { main: light ? '#860A14' : '#FA4E55', contrastText: light ? '#FCFDFD' : '#172026' },
    text: { primary: light ? '#17212B' : '#E4EAED', secondary: light ? '#47535E' : '#A9B6BE' },
    background: { default: light ? '#EDF0F2' : '#0E1418', paper: light ? '#FCFDFD' : '#172026' },
    divider: light ? '#7A858E55' : '#74848E66',
  };
};

/** Our dairyware: enamel, cobalt rim, pewter lines; no shadows, no capitals, square-shouldered buttons. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-scheme' },
  colorSchemes: { light: { palette: palette('light') }, dark: { palette: palette('dark') } },
  shape: { borderRadius: 10 },
  typography: {
    fontFamily: text,
    h1: {
      fontSize: 'clamp(1.6rem, 1.15rem + 1.9vw, 2.5rem)',
      fontWeight: 640,
      lineHeight: 1.16,
      letterSpacing: '-0.012em',
      textWrap: 'balance',
    },
    h2: { fontSize: '1.2rem', fontWeight: 640, lineHeight: 1.3 },
    h3: { fontSize: '1rem', fontWeight: 640, lineHeight: 1.35 },
    body1: { fontSize: '1.0625rem', lineHeight: 1.5 },
    body2: { fontSize: '0.95rem', lineHeight: 1.45 },
    caption: { fontSize: '0.85rem', lineHeight: 1.4 },
    button: { textTransform: 'none', fontWeight: 620, fontSize: '1.0625rem', lineHeight: 1.25 },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: {
          borderRadius: 12,
          minHeight: 56,
          paddingInline: 22,
          borderWidth: '1.5px',
          '&.Mui-disabled': { color: 'var(--quiet)' },
        },
        outlined: {
          borderColor: 'var(--pewter)',
          color: 'var(--ink)',
          background: 'var(--enamel)',
          '&:hover': { borderColor: 'var(--rim)', background: 'var(--rim-faint)' },
        },
        text: { color: 'var(--rim)', paddingInline: 12 },
      },
    },
    MuiTextField: { defaultProps: { variant: 'outlined' } },
    MuiOutlinedInput: {
      styleOverrides: {
        root: { borderRadius: 12, background: 'var(--enamel)', fontSize: '1.15rem' },
        notchedOutline: { borderColor: 'var(--pewter)' },
      },
    },
    MuiInputLabel: { styleOverrides: { root: { fontSize: '1.15rem' } } },
    MuiDrawer: { styleOverrides: { paper: { backgroundImage: 'none' } } },
    MuiDialog: { styleOverrides: { paper: { backgroundImage: 'none', borderRadius: 18 } } },
    MuiLink: { defaultProps: { underline: 'always' } },
  },
});
