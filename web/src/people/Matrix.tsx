import { type ClipboardEvent, type KeyboardEvent, type UIEvent, useEffect, useRef, useState } from 'react';
import type { Operator, People, Plan } from '../api/model';
import type { LevelEdit } from '../api/people';
import { operatorLabel } from '../plan/names';
import { Portrait } from '../ui/Portrait';
import { UnsavedDot } from '../plan/UnsavedDot';
import { usePlace } from '../plan/place';
import { blockOf, type Cell, fillDownEdits, fromClipboard, isIn, levelOf, pasteEdits, toClipboard } from './block';
import { Languages } from '../ui/Languages';

const ROW = 30;
const COLUMN = 42;
const HEAD = 132;
const NAME = 214;
const LEVELS = 5;
/** Rows and columns drawn beyond the edge, so that a quick scroll shows no gap. */
const BEYOND = 4;

interface Props {
  plan: Plan;
  people: Operator[];
  table: People | undefined;
  /** Levels that were set and are not stored yet, by operator and skill. */
  pending: Map<string, number>;
  canEdit: boolean;
  onEdit: (edits: LevelEdit[]) => void;
  onWrong: (message: string) => void;
  /** The people whose rows are marked, from the first to the last. */
  onPick: (ids: string[]) => void;
}

/** People × skills with a level in each cell, then people × queues with who is a member. Draws only what is in sight. */
export function Matrix({ plan, people, table, pending, canEdit, onEdit, onWrong, onPick }: Props) {
  const { selection, select } = usePlace();
  const { skills, queues } = plan;
  const [cell, setCell] = useState<Cell>({ row: 0, col: 0 });
  const [anchor, setAnchor] = useState<Cell>({ row: 0, col: 0 });
  const [view, setView] = useState({ top: 0, left: 0, width: 900, height: 500 });
  const frame = useRef<HTMLDivElement>(null);
  const dragging = useRef(false);
  const block = blockOf(cell, anchor);
  const columns = skills.length + queues.length;

  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const observer = new ResizeObserver(() =>
      setView((before) => ({ ...before, width: element.clientWidth, height: element.clientHeight })),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  function onScroll(event: UIEvent<HTMLDivElement>) {
    const { scrollTop, scrollLeft } = event.currentTarget;
    setView((before) => ({ ...before, top: scrollTop, left: scrollLeft }));
  }

  const rows = range(view.top / ROW, (view.top + view.height - HEAD) / ROW, people.length);
  const cols = range(view.left / COLUMN, (view.left + view.width - NAME) / COLUMN, columns);
  const x = (col: number) => NAME + col * COLUMN + (col >= skills.length ? COLUMN / 2 : 0);

  function moveTo(to: Cell, extend: boolean) {
    const next = {
      row: Math.min(people.length - 1, Math.max(0, to.row)),
      col: Math.min(skills.length - 1, Math.max(0, to.col)),
    };
    setCell(next);
    if (!extend) setAnchor(next);
    const marked = blockOf(next, extend ? anchor : next);
    onPick(people.slice(marked.top, marked.bottom + 1).map(({ id }) => id));
    const element = frame.current;
    if (!element) return;
    const top = next.row * ROW;
    if (top < element.scrollTop) element.scrollTop = top;
    const lowest = top + ROW + HEAD - element.clientHeight;
    if (lowest > element.scrollTop) element.scrollTop = lowest;
    const left = next.col * COLUMN;
    if (left < element.scrollLeft) element.scrollLeft = left;
    const rightmost = left + COLUMN + NAME - element.clientWidth;
    if (rightmost > element.scrollLeft) element.scrollLeft = rightmost;
  }

  const setLevel = (level: number) => onEdit(pasteEdits(people, skills, block, [[level]]));

  function onKey(event: KeyboardEvent) {
    const steps: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageUp: [-10, 0],
      PageDown: [10, 0],
    };
    const step = steps[event.key];
    const command = event.ctrlKey || event.metaKey;
    if (step && !event.altKey) {
      event.preventDefault();
      moveTo({ row: cell.row + step[0], col: cell.col + step[1] }, event.shiftKey);
    } else if (event.key === 'Home' || event.key === 'End') {
      event.preventDefault();
      moveTo({ row: cell.row, col: event.key === 'Home' ? 0 : skills.length - 1 }, event.shiftKey);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      const operator = people[cell.row];
      if (operator) select({ kind: 'operators', id: operator.id });
    } else if (!canEdit) {
      return;
    } else if (/^[0-5]$/.test(event.key) && !command) {
      event.preventDefault();
      setLevel(Number(event.key));
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      setLevel(0);
    } else if (command && event.key.toLowerCase() === 'd') {
      event.preventDefault();
      onEdit(fillDownEdits(people, skills, block));
    }
  }

  function onCopy(event: ClipboardEvent) {
    event.preventDefault();
    event.clipboardData.setData('text/plain', toClipboard(people, skills, block));
  }

  function onPaste(event: ClipboardEvent) {
    event.preventDefault();
    if (!canEdit) return;
    const read = fromClipboard(event.clipboardData.getData('text/plain'));
    if ('wrong' in read) onWrong(`“${read.wrong}” is no level. Paste levels from 1 to 5; empty or 0 takes the skill away.`);
    else onEdit(pasteEdits(people, skills, block, read.levels));
  }

  const shown = (operator: Operator, skill: string) =>
    pending.get(`${operator.id} ${skill}`) ?? levelOf(operator, skill);

  return (
    <div
      ref={frame}
      className="matrix"
      role="grid"
      aria-label="People and skills"
      aria-rowcount={people.length + 1}
      aria-colcount={columns + 1}
      aria-activedescendant={`cell-${cell.row}-${cell.col}`}
      tabIndex={0}
      onScroll={onScroll}
      onKeyDown={onKey}
      onCopy={onCopy}
      onPaste={onPaste}
      onPointerUp={() => {
        dragging.current = false;
      }}
    >
      <div className="matrix-all" style={{ width: x(columns) + 8, height: HEAD + people.length * ROW }}>
        <div className="matrix-head" role="row" aria-rowindex={1} style={{ height: HEAD }}>
          <div className="matrix-corner" role="columnheader" aria-colindex={1} style={{ width: NAME }}>
            <span className="soft">{people.length} people</span>
            <span className="soft">held at levels 1 to 5</span>
          </div>
          {cols.map((col) => {
            const skill = skills[col];
            const queue = queues[col - skills.length];
            const kind = skill ? 'skills' : 'queues';
            const element = skill ?? queue;
            return (
              element && (
                <div
                  key={`${kind} ${element.id}`}
                  className={skill ? 'matrix-column' : 'matrix-column matrix-queue'}
                  role="columnheader"
                  aria-colindex={col + 2}
                  style={{ left: x(col), width: COLUMN }}
                >
                  <button
                    type="button"
                    tabIndex={-1}
                    title={element.name}
                    aria-pressed={selection?.kind === kind && selection.id === element.id}
                    onClick={() => select({ kind, id: element.id })}
                  >
                    {element.name}
                  </button>
                  {skill && <LevelBars counts={table?.heldAt[skill.id]} />}
                  {queue && <span className="matrix-count">{members(table, queue.id)}</span>}
                </div>
              )
            );
          })}
        </div>
        {rows.map((row) => {
          const operator = people[row];
          if (!operator) return null;
          const label = operatorLabel(plan.operators, operator);
          const serves = table?.queuesOf[operator.id];
          return (
            <div
              key={operator.id}
              className="matrix-row"
              role="row"
              aria-rowindex={row + 2}
              aria-selected={selection?.kind === 'operators' && selection.id === operator.id}
              style={{ top: HEAD + row * ROW, height: ROW }}
            >
              <div className="matrix-name" role="rowheader" aria-colindex={1} style={{ width: NAME }}>
                <Portrait name={operator.name} picture={operator.picture ?? null} size={22} />
                <button
                  type="button"
                  tabIndex={-1}
                  title={label}
                  onClick={() => select({ kind: 'operators', id: operator.id })}
                >
                  {label}
                </button>
                <UnsavedDot kind="operators" id={operator.id} />
                <Languages tags={operator.languages.map(({ language }) => language)} />
              </div>
              {cols.map((col) => {
                const skill = skills[col];
                if (!skill) {
                  const queue = queues[col - skills.length];
                  const member = queue && serves?.includes(queue.id);
                  return (
                    queue && (
                      <div
                        key={`queue ${queue.id}`}
                        className="matrix-member"
                        role="gridcell"
                        aria-colindex={col + 2}
                        aria-label={member ? `member of ${queue.name}` : `no member of ${queue.name}`}
                        style={{ left: x(col), width: COLUMN }}
                      >
                        {member ? '●' : '·'}
                      </div>
                    )
                  );
                }
                const at = { row, col };
                const level = shown(operator, skill.id);
                return (
                  <div
                    key={skill.id}
                    id={`cell-${row}-${col}`}
                    className={`matrix-cell level-${level}`}
                    role="gridcell"
                    aria-colindex={col + 2}
                    aria-selected={isIn(block, at)}
                    aria-label={`${label}, ${skill.name}: ${level === 0 ? 'none' : level}`}
                    data-current={cell.row === row && cell.col === col ? '' : undefined}
                    style={{ left: x(col), width: COLUMN }}
                    onPointerDown={(event) => {
                      dragging.current = true;
                      moveTo(at, event.shiftKey);
                    }}
                    onPointerEnter={() => dragging.current && moveTo(at, true)}
                  >
                    {level === 0 ? '' : level}
                  </div>
                );
              })}
            </div>
          );
        })}
      </div>
    </div>
  );
}

/** How many hold a skill at each level, as five small bars. */
function LevelBars({ counts }: { counts: number[] | undefined }) {
  if (!counts) return null;
  const most = Math.max(1, ...counts);
  const words = counts.map((count, i) => `${count} at level ${i + 1}`).join(', ');
  return (
    <svg className="level-bars" viewBox={`0 0 ${LEVELS * 6} 18`} role="img" aria-label={words}>
      <title>{words}</title>
      {counts.map((count, i) => {
        const tall = count === 0 ? 0 : Math.max(2, (count / most) * 17);
        return <rect key={i} x={i * 6 + 0.5} y={18 - tall} width={5} height={tall} />;
      })}
    </svg>
  );
}

function members(table: People | undefined, queue: string) {
  return table ? Object.values(table.queuesOf).filter((queues) => queues.includes(queue)).length : '';
}

/** The whole numbers from one bound to the other and a little beyond, none below 0 or from the count on. */
function range(from: number, to: number, count: number) {
  const first = Math.max(0, Math.floor(from) - BEYOND);
  const last = Math.min(count, Math.ceil(to) + BEYOND);
  return Array.from({ length: Math.max(0, last - first) }, (_, i) => first + i);
}
