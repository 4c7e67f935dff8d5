/** Lines of a file that cannot be used, with why. */
export function Faults({ faults }: { faults: { line: number; reason: string; text: string }[] }) {
  if (faults.length === 0) return null;
  return (
    <>
      <p className="short">
        ▾{' '}
        {faults.length === 1 ? 'One line cannot be used and is left out:' : `${faults.length} lines cannot be used and are left out:`}
      </p>
      <ul className="fault-list">
        {faults.map((fault) => (
          <li key={fault.line}>
            Line {fault.line}: {fault.reason}. <span className="soft">{fault.text}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
