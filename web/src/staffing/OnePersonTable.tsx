import type { SeenByVisitors } from '../api/model';
import { useOnePerson } from '../api/results';
import { useWorkplace } from '../shell/plan';
import { formatSeconds, formatShare } from '../shell/time';

/** What one person less or more would change for a queue in the picked half-hour. */
export function OnePersonTable({ queueId, name }: { queueId: string; name: string }) {
  const { draft, at } = useWorkplace();
  const { data } = useOnePerson(draft.id, at);
  const one = data?.find(({ queue }) => queue === queueId);
  if (!one) return null;
  return (
    <table className="by-queue" aria-label={`One person less or more in ${name}`}>
      <thead>
        <tr>
          <th scope="col">{name}, with</th>
          <th scope="col">in time</th>
          <th scope="col">mean wait</th>
          <th scope="col">gave up</th>
          <th scope="col" title="Share of chat places that hold a chat">
            busy
          </th>
        </tr>
      </thead>
      <tbody>
        {one.fewer && <Seen title={`${one.staffed - 1}, one less`} seen={one.fewer} />}
        <Seen title={`${one.staffed}, as it is`} seen={one.same} />
        <Seen title={`${one.staffed + 1}, one more`} seen={one.more} />
      </tbody>
    </table>
  );
}

function Seen({ title, seen }: { title: string; seen: SeenByVisitors }) {
  return (
    <tr>
      <th scope="row">{title}</th>
      <td>{formatShare(seen.answeredInTime, 0)}</td>
      <td>{seen.meanWaitSeconds == null ? 'grows' : formatSeconds(seen.meanWaitSeconds)}</td>
      <td>{formatShare(seen.gaveUp, 0)}</td>
      <td>{formatShare(seen.occupancy, 0)}</td>
    </tr>
  );
}
