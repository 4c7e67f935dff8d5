import { CloseOutlined } from '@ant-design/icons';
import { Button, InputNumber } from 'antd';
import type { Operator } from '../api/model';
import { useWorkplace } from '../plan/workplace';
import { languagesOf } from '../plan/names';
import { LanguageSelect } from '../ui/LanguageSelect';
import { languageName } from '../ui/languages';

type Spoken = Operator['languages'][number];

/** Languages with a level each: 1 is a few words, 5 a first language. */
export function LanguageLevels({ value, onChange }: { value: Spoken[]; onChange: (value: Spoken[]) => void }) {
  const { draft } = useWorkplace();
  const free = languagesOf(draft.plan).filter((tag) => !value.some((spoken) => spoken.language === tag));
  return (
    <ul className="skills">
      {value.map((spoken, i) => (
        <li key={spoken.language}>
          <span className="language-tag" title={spoken.language}>
            {languageName(spoken.language)}
          </span>
          <InputNumber
            aria-label={`Level of ${languageName(spoken.language)}`}
            min={1}
            max={5}
            value={spoken.level}
            onChange={(level) =>
              level !== null && onChange(value.map((other, k) => (k === i ? { ...other, level } : other)))
            }
          />
          <Button
            type="text"
            aria-label={`Remove ${languageName(spoken.language)}`}
            icon={<CloseOutlined />}
            onClick={() => onChange(value.filter((_, k) => k !== i))}
          />
        </li>
      ))}
      <li>
        <LanguageSelect
          label="Add a language"
          placeholder="Add a language, such as German"
          value={[]}
          known={free}
          onChange={([language]) =>
            language && !value.some((spoken) => spoken.language === language) && onChange([...value, { language, level: 3 }])
          }
        />
      </li>
    </ul>
  );
}
