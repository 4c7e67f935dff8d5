import { Checkbox } from 'antd';
import { useState } from 'react';
import type { FrontDoor, Plan } from '../api/model';
import { Part } from '../ui/fields';
import { LanguageField } from '../ui/LanguageField';
import { COMMON_HANDOFF, type Handoff, HandoffEditor, handoffWords } from './HandoffEditor';

interface DoorHandoffProps {
  plan: Plan;
  door: FrontDoor;
  onChange: (value: Handoff | null) => void;
}

/** When the bot of a door hands over there, where it is not as the bot itself says; nothing at a door without a bot. */
export function DoorHandoff({ plan, door, onChange }: DoorHandoffProps) {
  const bot = plan.bots.find(({ doors }) => doors.length === 0 || doors.includes(door.id));
  const [language, setLanguage] = useState(door.languages[0] ?? 'en');
  if (!bot) return null;
  const { handoff } = door;
  return (
    <Part title={`${bot.name} hands over`} short={handoff ? handoffWords(handoff) : `as ${bot.name} says: ${handoffWords(bot.handoff)}`}>
      <Checkbox checked={Boolean(handoff)} onChange={({ target }) => onChange(target.checked ? (bot.handoff ?? COMMON_HANDOFF) : null)}>
        Otherwise at this door
      </Checkbox>
      {handoff && (
        <>
          <LanguageField languages={door.languages} value={language} onChange={setLanguage} />
          <HandoffEditor plan={plan} language={language} value={handoff} onChange={onChange} />
        </>
      )}
    </Part>
  );
}
