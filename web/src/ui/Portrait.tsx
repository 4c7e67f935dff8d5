/** An operator's picture; without one their initials. */
export function Portrait({ name, picture, size }: { name: string; picture: string | null; size: number }) {
  const box = { width: size, height: size, fontSize: size * 0.4 };
  return picture ? (
    <img className="portrait" style={box} src={`/api/v1/pictures/${picture}`} alt="" />
  ) : (
    <span className="portrait" style={box} aria-hidden="true">
      {initials(name)}
    </span>
  );
}

function initials(name: string) {
  const words = name.split(/\s+/).filter(Boolean);
  return [words[0], words.length > 1 ? words.at(-1) : undefined].map((word) => word?.[0] ?? '').join('');
}
