import { createTheme } from '@mui/material/styles';
import type { Material } from '@zest/core';

/** Colours of the room's materials. They are fills; text on or beside them is ink. */
export const COLOUR = {
  paper: '#FBF7EF',
  sheet: '#FFFDF8',
  edge: '#D9D0BE',
  ink: '#1E2A26',
  faint: '#4C5A54',
  pine: '#1F4D45',
  zest: '#E4572E',
  lean: '#8E2F3C',
  fat: '#E9D3A6',
  water: '#4B7F9C',
  spice: '#B7791F',
  inclusion: '#5E7F3B',
  cure: '#C2477F',
  steel: '#C9D0CE',
} as const;

export const MATERIAL_FILL: Record<Material, string> = {
  lean: COLOUR.lean,
  fat: COLOUR.fat,
  water: COLOUR.water,
  spice: COLOUR.spice,
  cure: COLOUR.cure,
  inclusion: COLOUR.inclusion,
  casing: COLOUR.steel,
};

export const FONT = {
  text: '"Atkinson Hyperlegible Next", sans-serif',
  number: '"Barlow Condensed", "Atkinson Hyperlegible Next", sans-serif',
} as const;

/** Figures in the condensed face, all of one width. */
export const NUMERALS = { fontFamily: FONT.number, fontVariantNumeric: 'tabular-nums' } as const;

/** Pixels that the rail of places takes at the left. */
export const RAIL_WIDTH = 132;

/** A phone held sideways. */
export const SHORT = '@media (max-height: 500px)';
/** A low tablet. */
export const LOW = '@media (min-height: 501px) and (max-height: 700px)';

export const theme = createTheme({
  palette: {
    background: { default: COLOUR.paper, paper: COLOUR.sheet },
    text: { primary: COLOUR.ink, secondary: COLOUR.faint },
    primary: { main: COLOUR.pine, contrastText: COLOUR.paper },
    secondary: { main: COLOUR.zest, contrastText: COLOUR.ink },
    // Zest, dark enough to be read as text on paper.
    error: { main: '#a63a17' },
    divider: COLOUR.edge,
  },
  shape: { borderRadius: 4 },
  typography: {
    fontFamily: FONT.text,
    fontSize: 16,
    h1: { fontSize: '1.75rem', fontWeight: 700 },
    h2: { fontSize: '1.2rem', fontWeight: 700 },
    button: { textTransform: 'none', fontWeight: 700, fontSize: '1.05rem' },
  },
  components: {
    MuiButton: {
      defaultProps: { disableElevation: true, disableRipple: true },
      styleOverrides: {
        root: { minHeight: 44, borderWidth: 2, '&:hover': { borderWidth: 2 } },
        contained: { '&.Mui-disabled': { color: COLOUR.faint, backgroundColor: COLOUR.edge } },
      },
    },
    MuiButtonBase: {
      defaultProps: { disableRipple: true },
      styleOverrides: { root: { fontFamily: FONT.text } },
    },
    MuiTextField: { defaultProps: { size: 'small' } },
    MuiTableCell: {
      styleOverrides: { root: { borderColor: COLOUR.edge, fontSize: '1rem', padding: '9px 12px' } },
    },
    MuiCssBaseline: {
      styleOverrides: {
        body: { backgroundColor: COLOUR.paper },
        a: { color: 'inherit' },
        '*:focus-visible': { outline: `3px solid ${COLOUR.pine}`, outlineOffset: 2 },
        '@media (prefers-reduced-motion: reduce)': {
          '*': { animation: 'none !important', transition: 'none !important' },
        },
      },
    },
  },
});
