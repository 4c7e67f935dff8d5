import type { Passage, Week } from '../api/model';
import { formatMoment } from '../time/time';
import { tokens } from '../theme/tokens';
import { type Box, layOut } from './layout';
import { anHour, doorWords, END_NAMES, finishedWords, isBadEnd, standing } from './words';

const WIDTH = 960;
const HEIGHT = 620;
const MARGIN = 24;
const HEAD = 76;
const LINE = 17;
const BAND_FILLS = { people: tokens.band, bot: tokens.petrol, bad: tokens.rust };
const TONES = { short: tokens.rust, enough: tokens.petrol, soft: tokens.soft };

interface Line {
  text: string;
  fill?: string;
  bold?: boolean;
}

/** The passage as one SVG file that needs nothing else: for reports and walls. */
export function passageSvg(passage: Passage, planName: string, week: Week): string {
  const busiest = 2 * Math.max(0.5, ...week.chats);
  const drawing = layOut(passage, WIDTH, HEIGHT, busiest);
  const doors = passage.doors.map((door) =>
    place(drawing.doors.get(door.id), [{ text: door.name, bold: true }, { text: doorWords(door), fill: tokens.soft }]),
  );
  const bots = passage.bots.map((bot) =>
    place(drawing.bots.get(bot.id), [
      { text: bot.name, bold: true },
      { text: anHour(bot.perHour), fill: tokens.soft },
      { text: finishedWords(bot), fill: tokens.petrol },
    ]),
  );
  const queues = passage.queues.map((queue) => {
    const { words, tone } = standing(queue, week.timeZone);
    return place(drawing.queues.get(queue.id), [
      { text: queue.name, bold: true },
      { text: anHour(queue.perHour), fill: tokens.soft },
      { text: words, fill: TONES[tone] },
    ]);
  });
  const ends = passage.ends.map((end) =>
    place(
      drawing.ends.get(end.id),
      [{ text: END_NAMES[end.id], bold: true }, { text: anHour(end.perHour), fill: tokens.soft }],
      isBadEnd(end) ? tokens.rust : tokens.ink,
    ),
  );
  const bands = drawing.bands.map(
    (band) => `<path d="${band.path}" fill="${BAND_FILLS[band.kind]}" fill-opacity="0.5"/>`,
  );
  const width = WIDTH + 2 * MARGIN;
  const height = drawing.height + HEAD + MARGIN;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"`,
    ` font-family="Source Sans 3, sans-serif" font-size="13" fill="${tokens.ink}">`,
    `<title>${escape(`${planName}, ${formatMoment(passage.at, week.timeZone)}`)}</title>`,
    `<rect width="${width}" height="${height}" fill="${tokens.paper}"/>`,
    `<text x="${MARGIN}" y="34" font-size="20" font-weight="600" font-family="Source Serif 4, serif">${escape(planName)}</text>`,
    `<text x="${MARGIN}" y="56" fill="${tokens.soft}">${escape(formatMoment(passage.at, week.timeZone))}, chats an hour</text>`,
    `<g transform="translate(${MARGIN} ${HEAD})">`,
    ...bands,
    ...doors,
    ...bots,
    ...queues,
    ...ends,
    '</g></svg>',
  ].join('\n');
}

function place(box: Box | undefined, lines: Line[], edge: string = tokens.ink): string {
  if (!box) return '';
  const top = box.y + box.height / 2 - (lines.length * LINE) / 2 + 13;
  return [
    `<rect x="${box.x}" y="${box.y}" width="${box.width}" height="${box.height}" fill="${tokens.surface}" stroke="${tokens.line}"/>`,
    `<rect x="${box.x}" y="${box.y}" width="5" height="${box.height}" fill="${edge}"/>`,
    ...lines.map(
      ({ text, fill, bold }, i) =>
        `<text x="${box.x + 14}" y="${top + i * LINE}"${bold ? ' font-weight="600"' : ''}${fill ? ` fill="${fill}"` : ''}>${escape(text)}</text>`,
    ),
  ].join('\n');
}

function escape(text: string) {
  const entities: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
  return text.replace(/[&<>"]/g, (character) => entities[character] ?? character);
}
