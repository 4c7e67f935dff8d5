import { Select } from 'antd';
import type { Stranger } from '../api/model';
import { usePutElements } from '../api/plan';
import { newElement } from '../plan/newElement';
import { useWorkplace } from '../plan/workplace';
import { ErrorNote } from '../ui/ErrorNote';

const ASIDE = 'aside';
const MAKE = 'make';
const ID = 'id:';

const KINDS = { QUEUE: { list: 'queues', word: 'queue' }, DOOR: { list: 'doors', word: 'door' } } as const;

type Column = keyof typeof KINDS;

/** Names in a file that the plan does not have: what each means, or a queue or door made of it. */
export function Strangers({
  strangers,
  onSay,
}: {
  strangers: Stranger[];
  /** The id of a queue or door; empty where lines of the name are left aside. */
  onSay: (stranger: Stranger, meaning: string) => void;
}) {
  const { draft } = useWorkplace();
  const put = usePutElements(draft.id);
  if (strangers.length === 0) return null;
  function choose(stranger: Stranger, chosen: string) {
    if (chosen === ASIDE) return onSay(stranger, '');
    if (chosen !== MAKE) return onSay(stranger, chosen.slice(ID.length));
    const kind = KINDS[stranger.column as Column].list;
    const element = newElement(draft.plan, kind, stranger.name);
    if (!element) return;
    put.mutate([{ kind, version: 0, element }], { onSuccess: () => onSay(stranger, element.id) });
  }
  return (
    <section aria-label="Names the plan does not have">
      <p className="warns">◆ The plan has no queue or door of these names. Say what each is; the next such file knows.</p>
      <table className="file-columns">
        <tbody>
          {strangers.map((stranger) => (
            <tr key={`${stranger.column} ${stranger.name}`}>
              <th scope="row">{stranger.name}</th>
              <td className="soft">
                {stranger.lines.toLocaleString('en')} {stranger.lines === 1 ? 'line' : 'lines'}
              </td>
              <td>
                <Select
                  size="small"
                  aria-label={`What ${stranger.name} is`}
                  status={stranger.meaning === null ? 'warning' : undefined}
                  loading={put.isPending}
                  popupMatchSelectWidth={false}
                  placeholder="not known"
                  value={valueOf(stranger)}
                  onChange={(chosen: string) => choose(stranger, chosen)}
                  options={choices(stranger, draft.plan)}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <ErrorNote error={put.error} />
    </section>
  );
}

function valueOf({ meaning }: Stranger) {
  if (meaning === '') return ASIDE;
  return meaning === null || meaning === undefined ? undefined : `${ID}${meaning}`;
}

/** What it is likely to be stands first. */
function choices(stranger: Stranger, plan: Parameters<typeof newElement>[0]) {
  const { list, word } = KINDS[stranger.column as Column];
  const known = [...plan[list]].sort((one, other) => Number(other.id === stranger.likely) - Number(one.id === stranger.likely));
  const makes = newElement(plan, list, stranger.name) !== undefined;
  return [
    ...known.map(({ id, name }) => ({ value: `${ID}${id}`, label: id === stranger.likely ? `${name} – likely` : name })),
    ...(makes ? [{ value: MAKE, label: `make a ${word} “${stranger.name}”` }] : []),
    { value: ASIDE, label: 'leave its lines aside' },
  ];
}
