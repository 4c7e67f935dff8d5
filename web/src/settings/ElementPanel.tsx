import type { Selection } from '../plan/place';
import { BotPanel } from './BotPanel';
import { DepartmentPanel } from './DepartmentPanel';
import { DoorPanel } from './DoorPanel';
import { HelpPagePanel } from './HelpPagePanel';
import { HoursPanel } from './HoursPanel';
import { OperatorPanel } from './OperatorPanel';
import { PlanPanel } from './PlanPanel';
import { QueuePanel } from './QueuePanel';
import { RulePanel } from './RulePanel';
import { SkillPanel } from './SkillPanel';
import { TopicPanel } from './TopicPanel';

/** The settings of one element, whatever its kind. */
export function ElementPanel({ kind, id }: Selection) {
  switch (kind) {
    case 'queues':
      return <QueuePanel key={id} id={id} />;
    case 'operators':
      return <OperatorPanel key={id} id={id} />;
    case 'hours':
      return <HoursPanel key={id} id={id} />;
    case 'doors':
      return <DoorPanel key={id} id={id} />;
    case 'departments':
      return <DepartmentPanel key={id} id={id} />;
    case 'skills':
      return <SkillPanel key={id} id={id} />;
    case 'rules':
      return <RulePanel key={id} id={id} />;
    case 'topics':
      return <TopicPanel key={id} id={id} />;
    case 'bots':
      return <BotPanel key={id} id={id} />;
    case 'helpPages':
      return <HelpPagePanel key={id} id={id} />;
    case 'settings':
      return <PlanPanel />;
  }
}
