import type { FileFault } from '../api/model';

/** Lines of a file that cannot be used, with why; one fault on many lines is said once. */
export function Faults({ faults, lines = sum(faults) }: { faults: FileFault[]; lines?: number }) {
  if (lines === 0) return null;
  return (
    <>
      <p className="short">
        ▾{' '}
        {lines === 1
          ? 'One line cannot be used and is left out:'
          : `${lines.toLocaleString('en')} lines cannot be used and are left out${forReasons(faults.length)}:`}
      </p>
      <ul className="fault-list">
        {faults.map((fault) => (
          <FaultItem key={`${fault.line} ${fault.reason}`} fault={fault} />
        ))}
      </ul>
    </>
  );
}

/** One fault: the first line that has it, why, and which lines have it too. */
export function FaultItem({ fault }: { fault: FileFault }) {
  return (
    <li>
      {fault.line > 0 && `Line ${fault.line}: `}
      {fault.reason}. <span className="soft">{fault.text}</span>
      {fault.alike > 0 && (
        <div className="soft">
          {fault.alike === 1 ? 'Another line has' : `${fault.alike.toLocaleString('en')} more lines have`} this fault:{' '}
          {fault.others.join(', ')}
          {fault.alike > fault.others.length && ' …'}
        </div>
      )}
    </li>
  );
}

function forReasons(kinds: number) {
  return kinds === 1 ? ', all for one reason' : `, for ${kinds} reasons`;
}

function sum(faults: FileFault[]) {
  return faults.reduce((lines, fault) => lines + 1 + fault.alike, 0);
}
