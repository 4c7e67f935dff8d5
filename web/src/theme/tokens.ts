import { theme as antdTheme, type ThemeConfig } from 'antd';

/** The colours and type of the interface. Style sheets use them as CSS variables of the same name (see applyTokens). */
export const tokens = {
  paper: '#F6F2EA',
  surface: '#FFFDF9',
  ink: '#1E2A32',
  soft: '#5A6670',
  line: '#DED6C8',
  petrol: '#1D5560',
  'petrol-soft': '#CFE0DF',
  rust: '#B0441C',
  'rust-soft': '#F1D9CC',
  ochre: '#8A6410',
  closed: '#ECE5D8',
  band: '#A9BDBF',
  foot: '#1E2A33',
  'on-foot': '#FFFDF8',
  'foot-better': '#CFE0DE',
  'foot-worse': '#F1D9CB',
  sans: "'Source Sans 3 Variable', sans-serif",
  serif: "'Source Serif 4 Variable', serif",
} as const;

export type Scheme = 'light' | 'dark';
type Tokens = Record<keyof typeof tokens, string>;

const dark: Tokens = {
  ...tokens,
  paper: '#141A1E',
  surface: '#1C242A',
  ink: '#ECE7DC',
  soft: '#A9B2B7',
  line: '#3A464E',
  petrol: '#86C5CC',
  'petrol-soft': '#24474D',
  rust: '#F0916B',
  'rust-soft': '#4C2B1E',
  ochre: '#DDB45C',
  closed: '#273037',
  band: '#48676C',
  foot: '#0C1114',
  'on-foot': '#ECE7DC',
  'foot-better': '#86C5CC',
  'foot-worse': '#F0916B',
};

/** What the same names stand for in a scheme. */
export const SCHEMES: Record<Scheme, Tokens> = { light: tokens, dark };

/** How charts write. */
export const chartText = { color: tokens.soft, fontFamily: tokens.sans };

export function applyTokens(root: HTMLElement, scheme: Scheme) {
  for (const [name, value] of Object.entries(SCHEMES[scheme])) {
    root.style.setProperty(`--${name}`, value);
  }
  // The browser's own fields, bars and menus follow.
  root.style.colorScheme = scheme;
}

/** What is drawn in the colours of the light scheme, in those of another; marks of transparency behind a colour stay. */
export function inScheme<Drawn>(drawn: Drawn, scheme: Scheme): Drawn {
  if (scheme === 'light') return drawn;
  if (typeof drawn === 'string') return (recoloured(drawn, scheme) ?? drawn) as Drawn;
  if (Array.isArray(drawn)) return drawn.map((part) => inScheme(part, scheme)) as Drawn;
  if (drawn === null || typeof drawn !== 'object' || Object.getPrototypeOf(drawn) !== Object.prototype) return drawn;
  return Object.fromEntries(Object.entries(drawn).map(([name, part]) => [name, inScheme(part, scheme)])) as Drawn;
}

const NAMES = new Map(Object.entries(tokens).map(([name, colour]) => [colour as string, name as keyof typeof tokens]));
const HEX = '#rrggbb'.length;

function recoloured(text: string, scheme: Scheme) {
  const name = NAMES.get(text.slice(0, HEX));
  return name && text.startsWith('#') ? SCHEMES[scheme][name] + text.slice(HEX) : undefined;
}

/** The component library's theme of a scheme. */
export function themeOf(scheme: Scheme): ThemeConfig {
  const of = SCHEMES[scheme];
  return {
    algorithm: scheme === 'dark' ? antdTheme.darkAlgorithm : antdTheme.defaultAlgorithm,
    token: {
      colorPrimary: of.ink,
      colorInfo: of.petrol,
      colorSuccess: of.petrol,
      colorWarning: of.ochre,
      colorError: of.rust,
      colorLink: of.petrol,
      colorTextBase: of.ink,
      colorTextSecondary: of.soft,
      colorTextPlaceholder: of.soft,
      colorBgBase: of.surface,
      colorBgLayout: of.paper,
      colorBgContainer: of.surface,
      colorBgElevated: of.surface,
      colorBgSpotlight: of.ink,
      // what stands on the main colour, and on hints
      colorTextLightSolid: of.surface,
      colorBorder: of.line,
      colorBorderSecondary: of.line,
      colorBorderDisabled: of.line,
      // The library makes what is chosen or pointed at of the main colour, on which ink cannot be read.
      controlItemBgActive: of['petrol-soft'],
      controlItemBgActiveHover: of['petrol-soft'],
      controlItemBgHover: of.closed,
      fontFamily: of.sans,
      fontSize: 14,
      borderRadius: 3,
      controlHeight: 30,
      motion: false,
    },
    components: {
      Button: { fontWeight: 600, primaryShadow: 'none', defaultShadow: 'none', primaryColor: of.surface },
      Select: { optionSelectedColor: of.ink },
    },
  };
}
