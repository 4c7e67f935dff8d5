import type { ThemeConfig } from 'antd';

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
  sans: "'Source Sans 3 Variable', sans-serif",
  serif: "'Source Serif 4 Variable', serif",
} as const;

/** How charts write. */
export const chartText = { color: tokens.soft, fontFamily: tokens.sans };

export function applyTokens(root: HTMLElement) {
  for (const [name, value] of Object.entries(tokens)) {
    root.style.setProperty(`--${name}`, value);
  }
}

export const theme: ThemeConfig = {
  token: {
    colorPrimary: tokens.ink,
    colorInfo: tokens.petrol,
    colorSuccess: tokens.petrol,
    colorWarning: tokens.ochre,
    colorError: tokens.rust,
    colorLink: tokens.petrol,
    colorTextBase: tokens.ink,
    colorTextSecondary: tokens.soft,
    colorTextPlaceholder: tokens.soft,
    colorBgBase: tokens.surface,
    colorBgLayout: tokens.paper,
    colorBorder: tokens.line,
    colorBorderSecondary: tokens.line,
    fontFamily: tokens.sans,
    fontSize: 14,
    borderRadius: 3,
    controlHeight: 30,
    motion: false,
  },
  components: {
    Button: { fontWeight: 600, primaryShadow: 'none', defaultShadow: 'none' },
    // The library makes them of the main colour, on which ink cannot be read.
    Select: { optionSelectedBg: tokens['petrol-soft'], optionSelectedColor: tokens.ink, optionActiveBg: tokens.closed },
  },
};
