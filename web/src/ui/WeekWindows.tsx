import { useState } from 'react';
import type { WeeklyWindow } from '../api/model';
import { DAYS, type Day, fromCells, fromText, stretch, toText } from './weekText';

/** The windows of a week: a line a day, typed as text and drawn as bars; several days are pasted at once, as from a spreadsheet. */
export function WeekWindows({
  value,
  nothing,
  onChange,
}: {
  value: WeeklyWindow[];
  /** The word for a day without windows. */
  nothing: string;
  onChange: (value: WeeklyWindow[]) => void;
}) {
  return (
    <div className="week-windows">
      {DAYS.map((day) => (
        <DayLine
          key={`${day} ${toText(value, day)}`}
          day={day}
          nothing={nothing}
          windows={value.filter((window) => window.day === day)}
          onChange={(windows) => onChange([...value.filter((window) => window.day !== day), ...windows])}
          onPaste={(text) => {
            const pasted = fromCells(text, day);
            if (pasted) {
              const days: Day[] = pasted.map((line) => line.day);
              onChange([...value.filter((window) => !days.includes(window.day)), ...pasted.flatMap((line) => line.windows)]);
            }
            return pasted !== null;
          }}
        />
      ))}
      <div className="week-hours" aria-hidden="true">
        <span>0</span>
        <span>6</span>
        <span>12</span>
        <span>18</span>
        <span>24</span>
      </div>
    </div>
  );
}

function DayLine({
  day,
  nothing,
  windows,
  onChange,
  onPaste,
}: {
  day: Day;
  nothing: string;
  windows: WeeklyWindow[];
  onChange: (windows: WeeklyWindow[]) => void;
  /** Whether what was pasted are several days, which are set then. */
  onPaste: (text: string) => boolean;
}) {
  const written = toText(windows, day);
  const [text, setText] = useState(written);
  const [wrong, setWrong] = useState(false);
  const name = day[0] + day.slice(1).toLowerCase();

  function take() {
    const read = fromText(text, day);
    setWrong(read === null);
    if (read && toText(read, day) !== written) onChange(read);
  }

  return (
    <>
      <span className="week-day">{name.slice(0, 3)}</span>
      <span className="week-text">
        <input
          aria-label={name}
          aria-invalid={wrong}
          placeholder={nothing}
          value={text}
          onChange={(event) => setText(event.target.value)}
          onPaste={(event) => onPaste(event.clipboardData.getData('text/plain')) && event.preventDefault()}
          onBlur={take}
          onKeyDown={(event) => event.key === 'Enter' && take()}
        />
        {wrong && <span className="short">Write 07:00–12:00, 13:00–21:00</span>}
      </span>
      <svg className="week-bar" viewBox="0 0 24 2" preserveAspectRatio="none" aria-hidden="true">
        <rect className="week-closed" width={24} height={2} />
        {windows.map((window) => {
          const { from, to } = stretch(window);
          return <rect key={window.from} className="week-open" x={from} width={to - from} height={2} />;
        })}
      </svg>
    </>
  );
}
