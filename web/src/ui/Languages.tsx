import { languageName } from './languages';

/** Languages by their tags, where there is no room for their names; these come when pointed at. */
export function Languages({ tags }: { tags: readonly string[] }) {
  return tags.length === 0 ? null : (
    <abbr className="language-tags soft" title={tags.map(languageName).join(', ')}>
      {tags.join(' ')}
    </abbr>
  );
}
