/** The house's colors. Every other place names them: Ant Design through theme.ts, own parts as CSS variables (`var(--ember)`). */
export const palette = {
  light: {
    paper: '#F7F4EE',
    card: '#FFFDF8',
    ink: '#1C232B',
    second: '#5C5A54',
    lines: '#8E897C',
    faint: '#DCD7CA',
    ember: '#A83F10',
    'on-ember': '#FFFDF8',
    moss: '#2F6A43',
    ochre: '#80560A',
    brick: '#9E3535',
    glass: '#B9D3DE',
    buffer: '#7C868E',
  },
  dark: {
    paper: '#14191F',
    card: '#1E252D',
    ink: '#EFEAE0',
    second: '#B3AEA3',
    lines: '#6F7882',
    faint: '#38424C',
    ember: '#FF9558',
    'on-ember': '#14191F',
    moss: '#86CC9C',
    ochre: '#E6B655',
    brick: '#F2958C',
    glass: '#B9D3DE',
    buffer: '#7C868E',
  },
} as const;

export type Look = keyof typeof palette;
export type Color = keyof (typeof palette)['light'];

export const fonts = {
  text: "'Atkinson Hyperlegible Next Variable', sans-serif",
  figures: "'Atkinson Hyperlegible Mono Variable', monospace",
} as const;

const variables = (look: Look, prefix = '') =>
  Object.entries(palette[look])
    .map(([name, color]) => `--${prefix}${name}: ${color};`)
    .join(' ');

/**
 * The palette as CSS variables, in the look that the root element tells. Those that begin with `night-` are the dark ones in every look: the rail, and what
 * lies over a picture of a face.
 */
export const paletteCss = [
  `:root { ${variables('light')} ${variables('dark', 'night-')} --text: ${fonts.text}; --mono: ${fonts.figures}; color-scheme: light; }`,
  `:root[data-look='dark'] { ${variables('dark')} color-scheme: dark; }`,
].join('\n');

/** Puts the palette into the page, as a sheet of its own. */
export function wearPalette() {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(paletteCss);
  document.adoptedStyleSheets.push(sheet);
}
