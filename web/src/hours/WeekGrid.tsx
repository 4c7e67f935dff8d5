import { type KeyboardEvent, useMemo, useRef, useState } from 'react';
import type { WeeklyWindow } from '../api/model';
import { DAYS } from '../ui/weekText';
import { type Block, type Cell, isIn, minutesOf, openIn, painted, SLOT_MINUTES, SLOTS, time } from './paint';
import type { Traffic } from './traffic';

/** A week in half-hours, open or closed, over the chats expected and the operators present; painted with mouse or keys. */
export function WeekGrid({
  windows,
  always,
  seen,
  traffic,
  canEdit,
  onChange,
}: {
  windows: WeeklyWindow[];
  /** Open round the clock; painting begins from a week that is open throughout. */
  always: boolean;
  /** The open minutes to show in place of the windows'. */
  seen: Uint8Array | null;
  traffic: Traffic[][];
  canEdit: boolean;
  onChange: (windows: WeeklyWindow[]) => void;
}) {
  const [block, setBlock] = useState<Block>({ anchor: { day: 0, slot: 18 }, cell: { day: 0, slot: 18 } });
  const painting = useRef<boolean | null>(null);
  const base = useMemo(() => (always ? DAYS.map((day) => ({ day, from: '00:00', to: '00:00' })) : windows), [always, windows]);
  const minutes = useMemo(() => seen ?? minutesOf(base), [seen, base]);
  const most = Math.max(1, ...traffic.flat().map((cell) => cell.chats));
  const crowd = Math.max(1, ...traffic.flat().map((cell) => cell.present));

  function isOpen(cell: Cell) {
    return openIn(minutes, cell) > SLOT_MINUTES / 2;
  }

  function move(cell: Cell, extend: boolean) {
    setBlock((before) => ({ anchor: extend ? before.anchor : cell, cell }));
  }

  function onKey(event: KeyboardEvent) {
    const { day, slot } = block.cell;
    const to: Partial<Record<string, Cell>> = {
      ArrowLeft: { day, slot: Math.max(0, slot - 1) },
      ArrowRight: { day, slot: Math.min(SLOTS - 1, slot + 1) },
      ArrowUp: { day: Math.max(0, day - 1), slot },
      ArrowDown: { day: Math.min(6, day + 1), slot },
      Home: { day, slot: 0 },
      End: { day, slot: SLOTS - 1 },
    };
    const target = to[event.key];
    if (target) {
      event.preventDefault();
      move(target, event.shiftKey);
    } else if (canEdit && (event.key === ' ' || event.key === 'Enter')) {
      event.preventDefault();
      onChange(painted(base, block, !isOpen(block.anchor)));
    }
  }

  function release() {
    if (painting.current !== null) onChange(painted(base, block, painting.current));
    painting.current = null;
  }

  return (
    <div className="week-grid">
      <div
        role="grid"
        aria-label="The week in half-hours"
        aria-rowcount={7}
        aria-colcount={SLOTS}
        aria-readonly={!canEdit}
        aria-multiselectable="true"
        aria-activedescendant={`half-hour-${block.cell.day}-${block.cell.slot}`}
        aria-keyshortcuts="Space"
        tabIndex={0}
        onKeyDown={onKey}
        onPointerUp={release}
        onPointerLeave={release}
      >
        {DAYS.map((name, day) => (
          <div key={name} className="week-grid-day" role="row">
            <span className="week-grid-name" role="rowheader">
              {name.slice(0, 1) + name.slice(1, 3).toLowerCase()}
            </span>
            {Array.from({ length: SLOTS }, (_, slot) => {
              const cell = { day, slot };
              const open = isOpen(cell);
              const { chats = 0, present = 0 } = traffic[day]?.[slot] ?? {};
              return (
                <span
                  key={slot}
                  id={`half-hour-${day}-${slot}`}
                  className={open ? 'half-hour half-hour-open' : 'half-hour'}
                  role="gridcell"
                  aria-selected={isIn(block, cell)}
                  aria-label={`${name.toLowerCase()} ${time(slot * SLOT_MINUTES)}, ${open ? 'open' : 'closed'}`}
                  title={`${time(slot * SLOT_MINUTES)}, ${open ? 'open' : 'closed'}, ${chats.toFixed(1)} chats, ${present} present`}
                  data-current={block.cell.day === day && block.cell.slot === slot ? '' : undefined}
                  onPointerDown={(event) => {
                    if (!canEdit) return;
                    event.currentTarget.releasePointerCapture(event.pointerId);
                    painting.current = !open;
                    move(cell, false);
                  }}
                  onPointerEnter={() => painting.current !== null && move(cell, true)}
                >
                  <span className="half-hour-chats" style={{ height: `${(chats / most) * 100}%` }} />
                  {present > 0 && <span className="half-hour-present" style={{ bottom: `${(present / crowd) * 90}%` }} />}
                </span>
              );
            })}
          </div>
        ))}
      </div>
      <div className="week-grid-hours" aria-hidden="true">
        {[0, 3, 6, 9, 12, 15, 18, 21, 24].map((hour) => (
          <span key={hour}>{hour}</span>
        ))}
      </div>
      <p className="soft week-grid-key">
        <span className="key-open" /> open <span className="key-chats" /> chats expected <span className="key-present" /> operators
        present{canEdit && '; paint with the mouse, or with arrow keys, Shift and Space'}
      </p>
    </div>
  );
}
