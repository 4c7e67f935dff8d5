type Child = Node | string | null | false | undefined;
type Attributes = Record<string, string | number | boolean | undefined | ((event: Event) => void)>;

/**
 * Makes an element. Texts become text nodes, so mark-up in them stays words; functions listen to events; nothing is set as an
 * inline style, which a strict content security policy would forbid.
 */
export function h<K extends keyof HTMLElementTagNameMap>(
  tag: K,
  attributes: Attributes = {},
  ...children: Child[]
): HTMLElementTagNameMap[K] {
  const element = document.createElement(tag);
  for (const [name, value] of Object.entries(attributes)) {
    if (typeof value === 'function') element.addEventListener(name, value);
    else if (value === true) element.setAttribute(name, '');
    else if (value !== undefined && value !== false) element.setAttribute(name, String(value));
  }
  for (const child of children) if (child) element.append(child);
  return element;
}
