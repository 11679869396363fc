'use client'

import { createTheme } from '@mui/material/styles'
import { COARSE } from './coarse'
import { FIGURE_FONT } from './figure-font'
import { type Colours, colourProperties, LIGHTS, toned } from './palette'

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

const schemeOf = ({ ink, paper, wallEdge, red, vellum, inkSoft, line }: Colours) => ({
  palette: {
    primary: { main: ink, contrastText: paper },
    secondary: { main: wallEdge, contrastText: paper },
    error: { main: red },
    info: { main: wallEdge, contrastText: paper },
    success: { main: wallEdge, contrastText: paper },
    background: { default: vellum, paper },
    text: { primary: ink, secondary: inkSoft },
    divider: line,
  },
})

/** MUI in Calque's own dress, in two lights: vellum, ink, thin rules; red only for what is measured or fitted. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-light' },
  colorSchemes: { light: schemeOf(LIGHTS.day), dark: schemeOf(LIGHTS.night) },
  shape: { borderRadius: 3 },
  typography: {
    fontFamily: sans,
    fontSize: 13.5,
    body1: { fontSize: 14 },
    h1: { fontSize: 26, fontWeight: 600, letterSpacing: '-0.01em' },
    h2: { fontSize: 17, fontWeight: 600 },
    h3: { fontSize: 14, fontWeight: 600 },
    button: { textTransform: 'none', fontWeight: 550 },
    figure: { fontFamily: FIGURE_FONT, fontVariantNumeric: 'tabular-nums', fontSize: 13 },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true }, styleOverrides: { root: { fontFamily: 'inherit' } } },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: { borderRadius: 3, paddingInline: 14, [COARSE]: { minHeight: 44 } },
        outlined: { borderColor: toned('line') },
      },
    },
    MuiIconButton: { styleOverrides: { root: { [COARSE]: { minWidth: 44, minHeight: 44 } } } },
    MuiMenuItem: { styleOverrides: { root: { [COARSE]: { minHeight: 44 } } } },
    // What fades away would take the next click from the board below it.
    MuiMenu: { defaultProps: { transitionDuration: { enter: 120, exit: 0 } } },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiTooltip: {
      // A hint lets clicks through to what lies under it.
      defaultProps: { arrow: false, enterDelay: 400, disableInteractive: true },
      styleOverrides: { tooltip: { backgroundColor: toned('ink'), color: toned('paper'), fontSize: 12.5 } },
    },
    MuiOutlinedInput: {
      styleOverrides: { root: { backgroundColor: toned('paper') }, input: { paddingBlock: 7 } },
    },
    MuiSelect: { styleOverrides: { select: { fontFamily: sans } } },
    MuiToggleButton: { styleOverrides: { root: { textTransform: 'none', whiteSpace: 'nowrap' } } },
    MuiDialog: { styleOverrides: { paper: { border: `1px solid ${toned('line')}` } } },
    MuiCssBaseline: {
      styleOverrides: {
        ':root': colourProperties('day'),
        '[data-light="dark"]': colourProperties('night'),
        ':focus-visible': { outline: `2px solid ${toned('red')}`, outlineOffset: 2 },
        '@media (prefers-reduced-motion: reduce)': {
          '*, *::before, *::after': { transition: 'none !important', animation: 'none !important' },
        },
      },
    },
  },
})
