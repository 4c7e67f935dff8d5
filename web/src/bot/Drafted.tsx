import { type Bot, useDrafted } from '../api/bot';
import { useWorkplace } from '../plan/workplace';
import { ErrorNote } from '../ui/ErrorNote';

/** What operators did with the drafts that lay in their replies. */
export function Drafted({ bot }: { bot: Bot }) {
  const { draft } = useWorkplace();
  const drafted = useDrafted(draft.id, bot.id);
  if (drafted.data?.length === 0) return null;
  return (
    <section aria-label="Drafts" className="bot-card">
      <h2>Drafts for operators</h2>
      <ErrorNote error={drafted.error} />
      <table className="measured-shares">
        <thead>
          <tr>
            <th scope="col">Topic</th>
            <th scope="col">taken</th>
            <th scope="col">changed</th>
            <th scope="col">dropped</th>
          </tr>
        </thead>
        <tbody>
          {drafted.data?.map((one) => (
            <tr key={one.topic ?? ''}>
              <th scope="row">{one.topic ?? 'quoted from pages'}</th>
              <td className="enough">{one.taken}</td>
              <td>{one.changed}</td>
              <td className="short">{one.dropped}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
