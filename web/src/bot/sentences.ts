type Sentences = Record<string, string[]>;

/** Sentences with one more of a language, once, letter case aside. */
export function withSentence(sentences: Sentences, language: string, text: string): Sentences {
  const those = sentences[language] ?? [];
  const folded = text.toLowerCase();
  return those.some((other) => other.toLowerCase() === folded) ? sentences : { ...sentences, [language]: [...those, text] };
}

/** Sentences without one of a language. */
export function without(sentences: Sentences, language: string, text: string): Sentences {
  const { [language]: those = [], ...others } = sentences;
  const left = those.filter((other) => other !== text);
  return left.length === 0 ? others : { ...others, [language]: left };
}
