export type Light = 'light' | 'dark';

/**
 * Workshop paper: warm ground, ink, one cool accent for what can be acted on, one warm tone for cautions alone. Stated here once: the style sheets have
 * them as variables of the same names, the component library as its theme.
 */
export const colours = {
  light: {
    ground: '#f6f3ec',
    card: '#fdfcf9',
    ink: '#1d2a2e',
    second: '#56636a',
    hairline: '#d8d3c6',
    border: '#8f8c82',
    action: '#1c5d58',
    actionSoft: '#dde9e5',
    onAction: '#ffffff',
    caution: '#8f3712',
    cautionSoft: '#f5e2d7',
    range: '#69958f',
    other: '#6f3b63',
  },
  dark: {
    ground: '#171c1d',
    card: '#1f2627',
    ink: '#ece8de',
    second: '#a9b3b1',
    hairline: '#3a4445',
    border: '#7d8886',
    action: '#7cc3b8',
    actionSoft: '#24403d',
    onAction: '#10201e',
    caution: '#f3b08d',
    cautionSoft: '#43291d',
    range: '#4f8a82',
    other: '#d6a5cb',
  },
} as const;

export const fonts = {
  text: "'Atkinson Hyperlegible Next Variable', sans-serif",
  mono: "'Atkinson Hyperlegible Mono Variable', monospace",
} as const;

/** The name of a token as a variable of the style sheets: `actionSoft` is `--action-soft`. */
const variable = (name: string) => `--${name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}`;

/** The tokens of a theme as declarations. */
const declared = (light: Light) =>
  [...Object.entries(colours[light]), ...Object.entries(fonts)]
    .map(([name, value]) => `${variable(name)}: ${value};`)
    .join(' ') + ` color-scheme: ${light};`;

/** The tokens as a style sheet. */
export const tokenSheet = (): string => `:root { ${declared('light')} } [data-light='dark'] { ${declared('dark')} }`;

/** Gives them to the page, before anything is drawn. */
export function putTokens(): void {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(tokenSheet());
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
}
