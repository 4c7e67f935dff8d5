import type { ChatOutcomes } from '../api/model';
import { Changed } from './Changed';
import { MEASURES } from './measures';
import './outcomes.css';

interface Props {
  figures: ChatOutcomes;
  before: ChatOutcomes | null;
  difference: ChatOutcomes | null;
  /** What the two sides are called. */
  names: [string, string];
  /** The name of the figure that is looked at; without it none can be. */
  picked?: string;
  onPick?: (name: string) => void;
}

/** Figures of a week, and of another that it is compared with; what is nothing on both is left out. */
export function Outcomes({ figures, before, difference, names, picked, onPick }: Props) {
  const told = MEASURES.filter((measure) => [figures, before].some((side) => side && (measure.of(side).mean ?? 0) > 0));
  return (
    <table className="outcomes">
      <thead>
        <tr>
          <th scope="col">A week</th>
          <th scope="col">{names[0]}</th>
          {before && <th scope="col">{names[1]}</th>}
          {difference && <th scope="col">Change</th>}
        </tr>
      </thead>
      <tbody>
        {told.map((measure) => {
          const { mean, halfWidth95 } = measure.of(figures);
          const was = before && measure.of(before).mean;
          return (
            <tr key={measure.name} className={picked === measure.name ? 'picked' : undefined}>
              <th scope="row">
                {onPick ? (
                  <button type="button" className="plain" aria-pressed={picked === measure.name} onClick={() => onPick(measure.name)}>
                    {measure.name}
                  </button>
                ) : (
                  measure.name
                )}
              </th>
              <td>
                {mean == null ? '–' : measure.show(mean)} <small>{halfWidth95 != null && `± ${measure.show(halfWidth95)}`}</small>
              </td>
              {before && <td>{was == null ? '–' : measure.show(was)}</td>}
              {difference && (
                <td>
                  <Changed measure={measure} difference={measure.of(difference)} />
                </td>
              )}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
