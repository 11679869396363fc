'use client'

import { createTheme } from '@mui/material/styles'
import { palette } from './palette'

const mono = '"IBM Plex Mono", ui-monospace, monospace'
const sans = '"Figtree Variable", system-ui, sans-serif'

declare module '@mui/material/styles' {
  interface TypographyVariants {
    figure: React.CSSProperties
  }
  interface TypographyVariantsOptions {
    figure?: React.CSSProperties
  }
}
declare module '@mui/material/Typography' {
  interface TypographyPropsVariantOverrides {
    figure: true
  }
}

/** MUI in Calque's own dress: vellum, ink, thin rules; red only for what is measured or fitted. */
export const theme = createTheme({
  palette: {
    mode: 'light',
    primary: { main: palette.ink, contrastText: palette.paper },
    secondary: { main: palette.wallEdge, contrastText: palette.paper },
    error: { main: palette.red },
    background: { default: palette.vellum, paper: palette.paper },
    text: { primary: palette.ink, secondary: palette.inkSoft },
    divider: palette.line,
  },
  shape: { borderRadius: 3 },
  typography: {
    fontFamily: sans,
    fontSize: 13.5,
    body1: { fontSize: 14 },
    h1: { fontSize: 26, fontWeight: 600, letterSpacing: '-0.01em' },
    h2: { fontSize: 17, fontWeight: 600 },
    h3: { fontSize: 14, fontWeight: 600 },
    button: { textTransform: 'none', fontWeight: 550 },
    figure: { fontFamily: mono, fontVariantNumeric: 'tabular-nums', fontSize: 13 },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: { root: { borderRadius: 3, paddingInline: 14 }, outlined: { borderColor: palette.line } },
    },
    // What fades away would take the next click from the board below it.
    MuiMenu: { defaultProps: { transitionDuration: { enter: 120, exit: 0 } } },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiTooltip: {
      // A hint lets clicks through to what lies under it.
      defaultProps: { arrow: false, enterDelay: 400, disableInteractive: true },
      styleOverrides: { tooltip: { backgroundColor: palette.ink, fontSize: 12.5 } },
    },
    MuiOutlinedInput: {
      styleOverrides: { root: { backgroundColor: palette.paper }, input: { fontFamily: mono, paddingBlock: 7 } },
    },
    MuiSelect: { styleOverrides: { select: { fontFamily: sans } } },
    MuiToggleButton: { styleOverrides: { root: { textTransform: 'none', whiteSpace: 'nowrap' } } },
    MuiDialog: { styleOverrides: { paper: { border: `1px solid ${palette.line}` } } },
    MuiCssBaseline: {
      styleOverrides: {
        ':focus-visible': { outline: `2px solid ${palette.red}`, outlineOffset: 2 },
        '@media (prefers-reduced-motion: reduce)': {
          '*, *::before, *::after': { transition: 'none !important', animation: 'none !important' },
        },
      },
    },
  },
})
