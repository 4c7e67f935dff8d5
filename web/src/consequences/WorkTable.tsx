import type { SimulatedWork } from '../api/model';
import { formatShare } from '../time/time';

const hours = (value: number | null | undefined) => (value == null ? '–' : value.toFixed(1));

/** Of the hours that somebody is there, the share with a chat; who ends their last chat after their shift has more than all. */
const busy = ({ hoursThere, hoursHolding }: SimulatedWork) =>
  hoursThere.mean ? (hoursHolding.mean ?? 0) / hoursThere.mean : 0;

/** What the week asks of each operator, those first who have most to do. */
export function WorkTable({ work }: { work: SimulatedWork[] }) {
  const there = work.filter((one) => (one.hoursThere.mean ?? 0) > 0).sort((one, other) => busy(other) - busy(one));
  const away = work.length - there.length;
  return (
    <>
      <table className="parts">
        <thead>
          <tr>
            <th scope="col">operator</th>
            <th scope="col">Chats taken</th>
            <th scope="col">Hours there</th>
            <th scope="col">Hours with a chat</th>
            <th scope="col">Share with a chat</th>
            <th scope="col">Chats at once, then</th>
          </tr>
        </thead>
        <tbody>
          {there.map((one) => (
            <tr key={one.operator}>
              <th scope="row">{one.name}</th>
              <td>{one.chats.mean?.toFixed(0) ?? '–'}</td>
              <td>{hours(one.hoursThere.mean)}</td>
              <td>
                {hours(one.hoursHolding.mean)}
                {one.hoursHolding.halfWidth95 != null && <span className="soft"> ± {hours(one.hoursHolding.halfWidth95)}</span>}
              </td>
              <td>
                <span className="work-bar" aria-hidden="true">
                  <span style={{ width: `${100 * Math.min(1, busy(one))}%` }} />
                </span>
                {formatShare(busy(one), 0)}
              </td>
              <td>{one.chatsAtOnce.mean?.toFixed(2) ?? '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft">What they do besides answering is not among the hours there; a last chat may end after the shift.</p>
      {away > 0 && <p className="soft">{away === 1 ? 'One operator is' : `${away} operators are`} not there in this week.</p>}
    </>
  );
}
