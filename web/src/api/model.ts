import type { components } from './schema';

type Schemas = components['schemas'];

export type Plan = Schemas['PlanDocument'];
export type Queue = Schemas['Queue'];
export type Operator = Schemas['Operator'];
export type HoursSet = Schemas['HoursSet'];
export type OpeningHours = Schemas['OpeningHours'];
export type WeeklyWindow = Schemas['WeeklyWindow'];
export type DayWindow = Schemas['DayWindow'];
export type DatedHours = Schemas['DatedHours'];
export type Season = Schemas['Season'];
export type HolidayCalendar = Schemas['HolidayCalendar'];
export type TimeZones = Schemas['TimeZones'];
export type HoursYear = Schemas['HoursYear'];
export type CalendarReading = Schemas['CalendarReading'];
export type FrontDoor = Schemas['FrontDoor'];
export type Question = Schemas['Question'];
export type Rule = Schemas['Rule'];
export type Condition = Rule['conditions'][number];
export type Rung = Queue['ladder'][number];
export type RungAction = Rung['action'];
export type Timeouts = Plan['settings']['timeouts'];
export type RuleShares = Schemas['SharesView'];
export type RulesAnalysis = Schemas['RulesView'];
export type LadderView = Schemas['LadderView'];
export type ClosedLink = Schemas['LinkDocument'];
export type ClosedQuestion = Schemas['ClosedQuestion'];
export type SkillNeed = Schemas['SkillNeed'];
export type Texts = Schemas['Department']['texts'];
/** A text by BCP 47 tag. */
export type LocalText = Question['text'];
export type QuestionKind = Question['kind'];
export type Look = Schemas['Look'];
export type AnswerCard = Schemas['AnswerCard'];
export type Invitation = Schemas['Invitation'];
export type PageFact = Schemas['PageFact'];
export type DoorLine = Schemas['DoorLine'];
export type DoorPreview = Schemas['DoorPreview'];
export type DoorSample = Schemas['Sample'];
export type RecordPage = Schemas['RecordPage'];
export type RecordLine = Schemas['RecordLine'];
export type LifeStretch = Schemas['LifeStretch'];
export type ChatRating = Schemas['Rated'];
export type KeptChat = Schemas['KeptChat'];
export type RecordEntry = Schemas['RecordEntry'];
export type TextLine = Schemas['TextLine'];
export type Embedding = Schemas['Embedding'];
export type Draft = Schemas['Draft'];
export type DraftNews = Schemas['DraftNews'];
export type Edited = Schemas['Edited'];
export type Use = Schemas['UseDocument'];
export type Finding = Schemas['FindingDocument'];
export type Revision = Schemas['Revision'];
export type ChangeEntry = Schemas['ChangeEntry'];
export type HistoryEntry = Schemas['HistoryEntry'];
export type People = Schemas['PeopleView'];
export type PeoplePreview = Schemas['PreviewView'];
export type Week = Schemas['WeekView'];
export type AtOnce = Schemas['AtOnceView'];
export type AtOnceWay = AtOnce['ways'][number];
export type AtOnceWish = Schemas['AtOnceWish'];
export type Passage = Schemas['Passage'];
export type QueuePlace = Schemas['QueuePlace'];
export type Figures = Schemas['Figures'];
export type Simulated = Schemas['ConsequencesDocument'];
export type SimulatedSides = Schemas['Sides'];
export type ChatOutcomes = Schemas['FiguresDocument'];
export type Uncertain = Schemas['EstimateDocument'];
export type Causes = Schemas['CausesDocument'];
export type Against = Schemas['AgainstDocument'];
export type Foretold = Schemas['ForetoldView'];
export type PlanQuestion = Schemas['PlanQuestion'];
export type Asked = Schemas['QuestionDocument'];
export type Scenario = Schemas['ScenarioDocument'];
export type Dial = Schemas['DialDocument'];
export type Answer = Schemas['AnswerDocument'];
export type WhatIf = Schemas['WhatIf'];
export type WhatIfAnswer = Schemas['WhatIfAnswer'];
export type Price = Schemas['Price'];
export type QueueHalfHour = Schemas['QueueHalfHour'];
export type SeenByVisitors = QueueHalfHour['same'];
export type QueueGroup = Schemas['Group'];
export type SkillGaps = Schemas['Gaps'];
export type Ways = Schemas['WaysView'];
export type Workloads = Schemas['Workloads'];
export type MeasuredWork = Workloads['queues'][number];
export type Estimate = NonNullable<MeasuredWork['handlingSeconds']>;
export type Source = NonNullable<Queue['workload']['handlingFrom']>;
export type Settings = Plan['settings'];
export type ShrinkagePart = Settings['shrinkage']['parts'][number];
export type Session = Schemas['Session'];
export type Account = Schemas['AccountView'];
export type Permission = Account['permissions'][number];
export type Role = Account['role'];
export type Token = Schemas['Token'];
export type Trial = Schemas['TrialDocument'];
export type TrialQuestion = Schemas['TrialQuestion'];
export type VolumesPreview = Schemas['Preview'];
export type Stored = Schemas['Stored'];
export type AcceptedFile = Schemas['AcceptedFile'];
export type Recording = Schemas['Recording'];
export type Job = Schemas['Job'];
export type SeriesView = Schemas['SeriesView'];
export type SumHead = Schemas['SumHead'];
/** The description cannot say that entries of a list may be null. */
export type WeekAsItGoes = Omit<Schemas['WeekAsItGoes'], 'came' | 'now'> & {
  came: (number | null)[];
  now: (number | null)[];
};
export type CountedDay = Schemas['CountedDay'];
export type LevelShift = Schemas['LevelShift'];
export type AdjustmentList = Schemas['AdjustmentList'];
export type NewLift = Schemas['NewLift'];
export type NewDaySum = Schemas['NewDaySum'];
export type Course = NewLift['course'];
export type SeriesKey = Schemas['SeriesKey'];
export type SeriesHead = Schemas['SeriesHead'];
export type SeriesMethod = SeriesHead['method'];
export type SeriesForecast = Schemas['SeriesForecast'];
export type SeriesDay = Schemas['SeriesDay'];
export type MethodScores = Schemas['MethodScores'];
export type DaysView = Schemas['DaysView'];
export type UnusualRun = Schemas['UnusualRun'];
export type Mark = Schemas['Mark'];
export type RosterWeek = Schemas['RosterView'];
export type RosterPerson = Schemas['PersonView'];
export type RosterRules = Schemas['RosterRules'];
export type RosterRulesView = Schemas['RosterRulesView'];
export type RosterEffect = Schemas['RosterEffect'];
export type DayChange = Schemas['DayChange'];
export type Shift = Schemas['Shift'];
export type ShiftKind = Schemas['ShiftKind'];
export type Terms = Schemas['Terms'];
export type Breach = Schemas['Breach'];
export type NewMark = Schemas['NewMark'];

export type Report = Schemas['Report'];
export type LiveNow = Schemas['Now'];
export type NowChat = Schemas['NowChat'];
export type NowPerson = Schemas['NowPerson'];
export type NowQueue = Schemas['NowQueue'];
export type NowDoor = Schemas['NowDoor'];
export type RunningChat = Schemas['RunningChat'];
export type ErasurePreview = Schemas['ErasurePreview'];
export type Retention = Schemas['Retention'];
export type RecordReading = Schemas['Reading'];
export type ReportLine = Schemas['ReportLine'];
export type ReportBy = Report['by'];
export type ReportWay = Schemas['ReportWay'];
export type ChatFigures = Schemas['ChatFigures'];

/** The lists of a plan whose elements have an id. */
export type ListKind = 'skills' | 'hours' | 'departments' | 'queues' | 'operators' | 'doors' | 'rules' | 'checks' | 'topics' | 'bots' | 'helpPages';
/** Everything of a plan that is edited as one element. */
export type ElementKind = ListKind | 'settings';
export type ElementOf<K extends ElementKind> = K extends ListKind ? Plan[K][number] : Plan['settings'];

/** The id under which the one set of settings is edited. */
export const SETTINGS_ID = 'settings';

/** An element of a plan; undefined if it has none of this id. */
export function findElement<K extends ElementKind>(plan: Plan, kind: K, id: string): ElementOf<K> | undefined {
  if (kind === 'settings') return plan.settings as ElementOf<K>;
  // An address may name any kind.
  const list = plan[kind as ListKind] as { id: string }[] | undefined;
  return list?.find((element) => element.id === id) as ElementOf<K> | undefined;
}
