import type { Answer, ChatOutcomes } from '../api/model';
import { Changed } from '../plan/Changed';
import { MEASURES, type Measure } from '../plan/measures';

const COLUMNS = ['Answered in time', 'Gave up waiting', '95 of 100 wait at most', 'Finished by the bot', 'Left a message'];
const MEASURES_SHOWN = COLUMNS.map((name) => MEASURES.find((measure) => measure.name === name)).filter((one) => one !== undefined);
const WIDTH = 150;
const HEIGHT = 30;
const MARGIN = 0.1;

interface Props {
  answer: Answer;
  row: number;
  onPick: (row: number) => void;
}

/** Scenarios in rows: the share answered in time drawn with how sure it is, and figures with what they change. */
export function SideBySide({ answer, row, onPick }: Props) {
  const place = scale(answer.rows.map(({ figures }) => figures));
  const planned = answer.rows[0];
  return (
    <table className="outcomes side-by-side">
      <thead>
        <tr>
          <th scope="col">Scenario</th>
          <td />
          {MEASURES_SHOWN.map(({ name }) => (
            <th key={name} scope="col">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {answer.rows.map((one, i) => (
          <tr key={one.name} className={i === row ? 'picked' : undefined}>
            <th scope="row">
              <button type="button" className="plain" aria-pressed={i === row} onClick={() => onPick(i)}>
                {one.name}
              </button>
            </th>
            <td>
              <svg width={WIDTH} height={HEIGHT} aria-hidden="true">
                {planned && <line className="plot-planned" x1={place(mean(planned.figures))} x2={place(mean(planned.figures))} y1={0} y2={HEIGHT} />}
                <line
                  className="plot-range"
                  x1={place(mean(one.figures) - half(one.figures))}
                  x2={place(mean(one.figures) + half(one.figures))}
                  y1={HEIGHT / 2}
                  y2={HEIGHT / 2}
                />
                <circle className={i === 0 ? 'plot-point plot-point-planned' : 'plot-point'} cx={place(mean(one.figures))} cy={HEIGHT / 2} r={4.5} />
              </svg>
            </td>
            {MEASURES_SHOWN.map((measure) => (
              <Cell key={measure.name} measure={measure} figures={one.figures} difference={one.difference ?? null} />
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Cell({ measure, figures, difference }: { measure: Measure; figures: ChatOutcomes; difference: ChatOutcomes | null }) {
  const value = measure.of(figures).mean;
  return (
    <td>
      {value == null ? '–' : measure.show(value)}
      {difference && (
        <div>
          <Changed measure={measure} difference={measure.of(difference)} />
        </div>
      )}
    </td>
  );
}

const mean = (figures: ChatOutcomes) => figures.answeredInTime.mean ?? 0;
const half = (figures: ChatOutcomes) => figures.answeredInTime.halfWidth95 ?? 0;

/** Where a share lies, so that the ranges of all fill the width. */
function scale(all: ChatOutcomes[]) {
  const least = Math.min(...all.map((one) => mean(one) - half(one)));
  const most = Math.max(...all.map((one) => mean(one) + half(one)));
  const room = Math.max(0.02, most - least);
  const from = least - MARGIN * room;
  return (share: number) => ((share - from) / (room * (1 + 2 * MARGIN))) * WIDTH;
}
