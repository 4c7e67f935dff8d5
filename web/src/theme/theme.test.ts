import { theme as antdTheme } from 'antd';
import { afterEach, describe, expect, it } from 'vitest';
import { startScheme, wishScheme } from './scheme';
import { applyTokens, inScheme, SCHEMES, type Scheme, themeOf, tokens } from './tokens';

/** Relative luminance and contrast as WCAG 2.2 defines them (from memory). */
function luminance(hex: string) {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((i) => {
    const share = Number.parseInt(hex.slice(i, i + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

function contrast(one: string, other: string) {
  const [dark = 0, light = 0] = [luminance(one), luminance(other)].sort((a, b) => a - b);
  return (light + 0.05) / (dark + 0.05);
}

type Name = keyof typeof tokens;
const WRITTEN: Name[] = ['ink', 'soft', 'petrol', 'rust', 'ochre'];
const UNDER: Name[] = ['paper', 'surface'];

afterEach(() => {
  wishScheme('light');
  applyTokens(document.documentElement, 'light');
});

describe.each<Scheme>(['light', 'dark'])('the %s scheme', (scheme) => {
  const of = SCHEMES[scheme];

  it('is readable: 4.5 to 1 at least (WCAG 2.2, 1.4.3)', () => {
    const pairs: [Name, Name][] = [
      ...WRITTEN.flatMap((text) => UNDER.map((ground): [Name, Name] => [text, ground])),
      ...(['petrol-soft', 'rust-soft', 'closed', 'band'] as Name[]).map((ground): [Name, Name] => ['ink', ground]),
      ['surface', 'ink'],
      ...(['on-foot', 'foot-better', 'foot-worse'] as Name[]).map((text): [Name, Name] => [text, 'foot']),
    ];
    expect(pairs.filter(([text, ground]) => contrast(of[text], of[ground]) < 4.5)).toEqual([]);
  });

  it('is readable where the component library marks what is chosen or pointed at', () => {
    const drawn = antdTheme.getDesignToken(themeOf(scheme));
    for (const ground of [drawn.controlItemBgActive, drawn.controlItemBgActiveHover, drawn.controlItemBgHover]) {
      expect(contrast(of.ink, ground), ground).toBeGreaterThan(4.5);
    }
  });

  it('tells lines of plots from what is under them: 3 to 1 (1.4.11)', () => {
    for (const line of ['petrol', 'rust', 'ochre'] as Name[]) expect(contrast(of[line], of.surface)).toBeGreaterThan(3);
  });
});

describe('a scheme', () => {
  it('is chosen for a browser, and read by style sheets', () => {
    wishScheme('dark');
    expect(document.documentElement.style.getPropertyValue('--paper')).toBe(SCHEMES.dark.paper);
    expect(document.documentElement.style.colorScheme).toBe('dark');
    expect(localStorage.getItem('kinetarch.scheme')).toBe('dark');
    wishScheme('system');
    expect(localStorage.getItem('kinetarch.scheme')).toBeNull();
  });

  it('begins as the system wants it', () => {
    wishScheme('system');
    startScheme();
    expect(document.documentElement.style.colorScheme).toBe('light');
  });

  it('recolours what charts draw, and leaves all else', () => {
    const formatter = () => 'x';
    const option = { color: tokens.band, area: { fill: `${tokens.band}44` }, data: [1, null, tokens.ink], text: '#4 of 7', formatter };
    expect(inScheme(option, 'light')).toBe(option);
    expect(inScheme(option, 'dark')).toEqual({
      color: SCHEMES.dark.band,
      area: { fill: `${SCHEMES.dark.band}44` },
      data: [1, null, SCHEMES.dark.ink],
      text: '#4 of 7',
      formatter,
    });
  });
});
