import type { SeriesHead, SeriesKey, SeriesView, SumHead } from '../api/model';
import { useAddress } from './useAddress';

/** A series, or the sum of those of a door, or of all. */
export interface Selection {
  key: SeriesKey;
  sum: boolean;
  label: string;
  chatsADay: number;
  expectedADay: number;
  /** The series; a sum has none of its own. */
  head?: SeriesHead;
}

const SUM = 'sum';

const ofSum = ({ doorId, label, chatsADay, expectedADay }: SumHead): Selection => ({
  key: { doorId, topic: '', queueId: '' },
  sum: true,
  label,
  chatsADay,
  expectedADay,
});

const ofSeries = (head: SeriesHead): Selection => ({
  key: head.key,
  sum: false,
  label: head.label,
  chatsADay: head.chatsADay,
  expectedADay: head.expectedADay,
  head,
});

/** How a selection stands in the address. */
export function written({ key, sum }: Selection) {
  return sum ? `${SUM}|${key.doorId}` : [key.doorId, key.topic, key.queueId].join('|');
}

/** All that can be selected: sums first, each door's after it. */
export function choices(view: SeriesView): Selection[] {
  const sums = view.sums.map(ofSum);
  const doors = sums.filter(({ key }) => key.doorId);
  const rest = view.series.filter(({ key }) => !doors.some((door) => door.key.doorId === key.doorId));
  return [
    ...sums.filter(({ key }) => !key.doorId),
    ...doors.flatMap((door) => [door, ...view.series.filter(({ key }) => key.doorId === door.key.doorId).map(ofSeries)]),
    ...rest.map(ofSeries),
  ];
}

/** The selection that the address names; the first one there is where it names none. */
export function useSelection(view: SeriesView | undefined): [Selection | undefined, (selection: Selection) => void] {
  const [params, change] = useAddress();
  const all = view ? choices(view) : [];
  const named = params.get('series');
  return [
    all.find((selection) => written(selection) === named) ?? all[0],
    (selection) => change({ series: written(selection) }),
  ];
}
