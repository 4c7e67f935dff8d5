import type { Report, ReportLine } from '../api/model';

/** By which parameter records are looked for that a line of a report is about; the line's key is its value. */
const PARAMETERS: Partial<Record<Report['by'], string>> = {
  QUEUE: 'queue',
  DOOR: 'door',
  OPERATOR: 'operator',
  LANGUAGE: 'language',
  TOPIC: 'topic',
  LABEL: 'label',
  HOUR: 'hour',
  WEEKDAY: 'weekday',
};

/** What limits a report and its records alike. */
const SHARED = ['door', 'queue', 'operator', 'language', 'topic'] as const;

/** Where the chats of a line are, or those of them that are like something more; null where records cannot tell them. */
export function chatsOf(report: Report, line: ReportLine, asked: URLSearchParams, more: Record<string, string> = {}): string | null {
  const search = new URLSearchParams({ from: report.from, until: report.until });
  for (const name of SHARED) {
    const value = asked.get(name);
    if (value) search.set(name, value);
  }
  if (line.key !== '' || report.by === 'TOPIC' || report.by === 'LABEL') {
    if (report.by === 'DAY') {
      search.set('from', line.key);
      search.set('until', line.key);
    } else {
      const parameter = PARAMETERS[report.by];
      if (parameter && line.name !== 'All') search.set(parameter, line.key);
    }
  } else if (line.name !== 'All') {
    return null;
  }
  for (const [name, value] of Object.entries(more)) search.set(name, value);
  return `/records?${search}`;
}

/** So many days before a span that is as long. */
export function daysBefore({ from, until }: { from: string; until: string }): { from: string; until: string } {
  const day = 24 * 3600_000;
  const start = Date.parse(from);
  const length = Date.parse(until) - start + day;
  const write = (at: number) => new Date(at).toISOString().slice(0, 10);
  return { from: write(start - length), until: write(start - day) };
}
