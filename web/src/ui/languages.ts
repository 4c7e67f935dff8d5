const NAMES = new Intl.DisplayNames(['en'], { type: 'language', fallback: 'none' });
const LETTERS = 'abcdefghijklmnopqrstuvwxyz';

/** Every language of two letters (ISO 639-1) that the platform has a name for, by name. */
let all: string[] | undefined;

export function allLanguages(): string[] {
  all ??= [...LETTERS]
    .flatMap((first) => [...LETTERS].map((second) => first + second))
    .filter((tag) => Intl.getCanonicalLocales(tag)[0] === tag && nameOf(tag))
    .sort((one, other) => languageName(one).localeCompare(languageName(other)));
  return all;
}

function nameOf(tag: string): string | undefined {
  try {
    return NAMES.of(tag);
  } catch {
    return undefined; // no tag at all
  }
}

/** A language by its name, such as German for de; the tag itself where it is none. */
export function languageName(tag: string): string {
  return nameOf(tag) ?? tag;
}

/** A language by its name with its tag behind. */
export function languageLabel(tag: string): string {
  const name = nameOf(tag);
  return name ? `${name} (${tag})` : tag;
}

export const languageOptions = (tags: readonly string[]) => tags.map((tag) => ({ value: tag, label: languageLabel(tag) }));

/** The tag (BCP 47) that was typed in any spelling, such as de-AT for de_at; null where it names no language. */
export function languageTag(typed: string): string | null {
  try {
    const [tag = ''] = Intl.getCanonicalLocales(typed.trim().replaceAll('_', '-'));
    return tag && nameOf(tag) ? tag : null;
  } catch {
    return null;
  }
}
