import { InputNumber, Select } from 'antd';
import { useState } from 'react';
import type { Operator } from '../api/model';
import { usePutElements } from '../api/plan';
import { useWorkplace } from '../plan/workplace';
import { languagesOf } from '../plan/names';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { Field, Part } from '../ui/fields';
import { LanguageSelect } from '../ui/LanguageSelect';
import { WeekWindows } from '../ui/WeekWindows';

const USUAL_LEVEL = 4;

/** What is to become of several people; what is not set stays as each has it. */
export interface Shared {
  capacity?: number;
  departments?: string[];
  presence?: Operator['presence'];
  languages: string[];
}

export function together(operator: Operator, { capacity, departments, presence, languages }: Shared): Operator {
  const added = languages.filter((language) => !operator.languages.some((spoken) => spoken.language === language));
  return {
    ...operator,
    capacity: capacity ?? operator.capacity,
    departments: departments ?? operator.departments,
    presence: presence ?? operator.presence,
    languages: [...operator.languages, ...added.map((language) => ({ language, level: USUAL_LEVEL }))],
  };
}

/** The same for several people at once: their week, capacity, departments and languages. */
export function Together({ people }: { people: Operator[] }) {
  const { draft } = useWorkplace();
  const put = usePutElements(draft.id);
  const [shared, setShared] = useState<Shared>({ languages: [] });
  const set = (part: Partial<Shared>) => setShared((before) => ({ ...before, ...part }));
  const [first] = people;
  const weeks = new Set(people.map(({ presence }) => JSON.stringify(presence)));
  const touched = shared.capacity !== undefined || shared.departments !== undefined || shared.presence !== undefined || shared.languages.length > 0;
  return (
    <section className="together" aria-label="Several people">
      <h2>{people.length} people together</h2>
      <p>{people.map(({ name }) => name).join(', ')}</p>
      <p className="soft">What you set here becomes the same for all of them; the rest stays as each has it. A week copied from a spreadsheet, a cell a day, is pasted into its first day.</p>
      <Part
        title="Usually present"
        short={shared.presence ? 'the same for all, once saved' : weeks.size === 1 ? 'the same for all' : 'not the same for all'}
        open
      >
        <WeekWindows nothing="day off" value={shared.presence ?? first?.presence ?? []} onChange={(presence) => set({ presence })} />
      </Part>
      <Field label="Capacity">
        <InputNumber
          min={1}
          max={1000}
          precision={0}
          placeholder="as each has"
          value={shared.capacity ?? null}
          onChange={(capacity) => (capacity === null ? setShared(({ capacity: _, ...rest }) => rest) : set({ capacity }))}
        />
      </Field>
      <Field label="Answer for">
        <Select
          mode="multiple"
          placeholder="as each has"
          value={shared.departments ?? []}
          onChange={(departments) =>
            departments.length === 0 ? setShared(({ departments: _, ...rest }) => rest) : set({ departments })
          }
          options={draft.plan.departments.map((department) => ({ value: department.id, label: department.name }))}
        />
      </Field>
      <Field label="Speak too">
        <LanguageSelect value={shared.languages} known={languagesOf(draft.plan)} onChange={(languages) => set({ languages })} />
      </Field>
      <ErrorNote error={put.error} />
      <BusyButton
        type="primary"
        disabled={!touched}
        busy={put.isPending}
        onClick={() =>
          put.mutate(
            people.map((operator) => ({
              kind: 'operators',
              version: draft.versions[`operators/${operator.id}`] ?? 1,
              element: together(operator, shared),
            })),
            { onSuccess: () => setShared({ languages: [] }) },
          )
        }
      >
        Save to draft for {people.length} people
      </BusyButton>
    </section>
  );
}
