const NAMES = new Intl.DisplayNames(['en'], { type: 'region', fallback: 'none' });
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** Codes that the platform names and ISO 3166-1 does not give to a country: unions of states, parts of others, codes for own use. */
const NO_COUNTRIES = new Set(['EU', 'EZ', 'UN', 'QO', 'ZZ', 'XA', 'XB', 'AC', 'CP', 'CQ', 'DG', 'EA', 'IC', 'TA', 'XK']);

let all: string[] | undefined;

/** Every country (ISO 3166-1 alpha-2) that the platform has a name for, by name; withdrawn codes are left out. */
export function allCountries(): string[] {
  all ??= [...LETTERS]
    .flatMap((first) => [...LETTERS].map((second) => first + second))
    .filter((code) => NAMES.of(code) && !NO_COUNTRIES.has(code) && isNewest(code))
    .sort((one, other) => countryName(one).localeCompare(countryName(other)));
  return all;
}

/** A code that was withdrawn is written as its successor by the platform: DD as DE. */
function isNewest(code: string) {
  return Intl.getCanonicalLocales(`und-${code}`)[0] === `und-${code}`;
}

/** A country by its name, such as Ireland for IE; the code itself where it is none. */
export function countryName(code: string): string {
  return /^[A-Z]{2}$/.test(code) ? (NAMES.of(code) ?? code) : code;
}
