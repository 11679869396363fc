/** Figures and keys stand in a font of one width. */
export const FIGURE_FONT = '"IBM Plex Mono", ui-monospace, monospace'
