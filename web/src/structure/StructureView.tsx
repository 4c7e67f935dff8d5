import { Input } from 'antd';
import { type DragEvent, type KeyboardEvent, useMemo, useRef, useState } from 'react';
import { type Finding, findElement, type ListKind, type Plan } from '../api/model';
import { usePeople } from '../api/people';
import { useFindings, useMove } from '../api/plan';
import { FindingList } from '../plan/FindingList';
import { AddElement } from '../plan/AddElement';
import { KIND_WORDS } from '../plan/kinds';
import { SidePanel } from '../settings/SidePanel';
import { UnsavedDot } from '../plan/UnsavedDot';
import { ErrorNote } from '../ui/ErrorNote';
import { type Selection, usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { gravest, groupsOf, type Row, search } from './rows';
import { stepBefore } from '../plan/order';
import './structure.css';

const SIGNS: Record<Finding['severity'], string> = { BLOCKS: '▾', WARNS: '◆', NOTES: '▪' };
const SIGN_STYLE: Record<Finding['severity'], string> = { BLOCKS: 'short', WARNS: 'warns', NOTES: 'soft' };

/** Every element of the plan in one compact list, in the order that it has, with the settings of the selected one. */
export function StructureView() {
  const { draft, canEdit } = useWorkplace();
  const { data: people } = usePeople(draft.id);
  const { data: findings = [] } = useFindings(draft.id);
  const [typed, setTyped] = useState('');
  const order = useOrder();
  const { selection } = usePlace();
  const groups = useMemo(() => {
    const counts = new Map<string, number>();
    for (const queues of Object.values(people?.queuesOf ?? {})) {
      for (const queue of queues) counts.set(queue, (counts.get(queue) ?? 0) + 1);
    }
    return groupsOf(draft.plan, (queue) => counts.get(queue) ?? 0);
  }, [draft.plan, people]);
  const shown = search(groups, typed);
  const chosen = departmentOf(draft.plan, selection);
  const list = useRef<HTMLDivElement>(null);

  function onKey(event: KeyboardEvent) {
    if (event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    const buttons = [...(list.current?.querySelectorAll<HTMLButtonElement>('.structure-open') ?? [])];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    const next = buttons[at + (event.key === 'ArrowDown' ? 1 : -1)];
    if (at >= 0 && next) {
      event.preventDefault();
      next.focus();
    }
  }

  return (
    <div className="split-view">
      <section className="view-main" aria-label="Structure">
        <div className="view-head">
          <h1>Structure</h1>
          <span className="header-space" />
          <Input
            className="view-search"
            allowClear
            placeholder="Search the plan"
            aria-label="Search the plan"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          {canEdit && <AddElement kind="departments" what="department" />}
          {canEdit && <AddElement kind="queues" what="queue" department={chosen} />}
        </div>
        <ErrorNote error={order.error} />
        <p className="visually-hidden" role="status">
          {order.said}
        </p>
        <div className="structure-list" ref={list} onKeyDown={onKey}>
          {shown.map(({ kind, rows }) => (
            <section key={kind} aria-label={KIND_WORDS[kind].many}>
              <div className="structure-group">
                <h3>{KIND_WORDS[kind].many}</h3>
                {canEdit && kind !== 'settings' && kind !== 'departments' && (
                  <AddElement kind={kind} what={ADDED[kind] ?? KIND_WORDS[kind].one} department={chosen} />
                )}
              </div>
              <ul>
                {rows.map((row) => (
                  <StructureRow
                    key={`${row.kind} ${row.id}`}
                    row={row}
                    finding={gravest(findings, row)}
                    canMove={canEdit && row.among.length > 1 && typed === ''}
                    order={order}
                  />
                ))}
              </ul>
            </section>
          ))}
          {shown.length === 0 && <p className="soft">Nothing in the plan holds “{typed}”.</p>}
        </div>
      </section>
      <aside className="panel" aria-label="Settings">
        <SidePanel>
          <h2>The plan check</h2>
          {findings.length === 0 && <p>Nothing stands against this plan.</p>}
          <FindingList findings={findings.filter((finding) => !finding.acceptedBecause)} />
        </SidePanel>
      </aside>
    </div>
  );
}

/** The department that is selected, or that the selected queue belongs to: where a new queue goes. */
function departmentOf(plan: Plan, selection: Selection | null) {
  if (selection?.kind === 'departments') return selection.id;
  return selection?.kind === 'queues' ? findElement(plan, 'queues', selection.id)?.department : undefined;
}

const ADDED: Partial<Record<ListKind, string>> = { hours: 'set of hours', doors: 'door' };

type Order = ReturnType<typeof useOrder>;

/** Moving elements among their kind, by keys or by dragging. */
function useOrder() {
  const { draft } = useWorkplace();
  const move = useMove(draft.id);
  const [dragged, setDragged] = useState<Row | null>(null);
  const [said, setSaid] = useState('');
  function to(row: Row, before: string | null) {
    const kind = row.kind as ListKind;
    move.mutate(
      { kind, id: row.id, version: draft.versions[`${kind}/${row.id}`] ?? 1, before },
      { onSuccess: () => setSaid(`${row.name} moved.`) },
    );
  }
  return {
    error: move.error,
    said,
    dragged,
    drag: setDragged,
    to,
    step(row: Row, step: -1 | 1) {
      const before = stepBefore(row.among, row.id, step);
      if (before !== undefined) to(row, before);
    },
  };
}

function StructureRow({
  row,
  finding,
  canMove,
  order,
}: {
  row: Row;
  finding: Finding | undefined;
  canMove: boolean;
  order: Order;
}) {
  const { selection, select } = usePlace();
  const [over, setOver] = useState(false);
  const droppable = canMove && order.dragged?.kind === row.kind && order.dragged.id !== row.id;

  function onDragOver(event: DragEvent) {
    if (!droppable) return;
    event.preventDefault();
    setOver(true);
  }

  function onKey(event: KeyboardEvent) {
    if (!canMove || !event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    order.step(row, event.key === 'ArrowUp' ? -1 : 1);
  }

  return (
    <li
      className={over && droppable ? 'structure-row structure-over' : 'structure-row'}
      data-selected={selection?.kind === row.kind && selection.id === row.id ? '' : undefined}
      draggable={canMove}
      onDragStart={() => order.drag(row)}
      onDragEnd={() => order.drag(null)}
      onDragOver={onDragOver}
      onDragLeave={() => setOver(false)}
      onDrop={() => {
        setOver(false);
        if (droppable && order.dragged) order.to(order.dragged, row.id);
      }}
    >
      <span className="structure-grip soft" aria-hidden="true">
        {canMove ? '⋮⋮' : ''}
      </span>
      <button
        type="button"
        className="structure-open"
        aria-keyshortcuts={canMove ? 'Alt+ArrowUp Alt+ArrowDown' : undefined}
        onClick={() => select({ kind: row.kind, id: row.id })}
        onKeyDown={onKey}
      >
        <span className="structure-name" style={{ paddingLeft: row.depth * 20 }}>
          {row.name} <UnsavedDot kind={row.kind} id={row.id} />
        </span>
        <span className="soft" title={row.facts}>
          {row.facts}
        </span>
      </button>
      {finding && (
        <span className={SIGN_STYLE[finding.severity]} title={`${finding.words} ${finding.mend}`}>
          {SIGNS[finding.severity]}
        </span>
      )}
    </li>
  );
}
