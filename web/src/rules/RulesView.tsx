import { Button, Input, Popover, Segmented, Select } from 'antd';
import { type DragEvent, type KeyboardEvent, useState } from 'react';
import type { Condition, Finding, Rule, RuleShares, RulesAnalysis } from '../api/model';
import { useFindings, useMove } from '../api/plan';
import { useRuleShares, useRulesAnalysis } from '../api/rules';
import { TryChat } from '../settings/TryChat';
import { AddElement } from '../plan/AddElement';
import { ConflictNote } from '../plan/ConflictNote';
import { SidePanel } from '../settings/SidePanel';
import { UnsavedDot } from '../plan/UnsavedDot';
import { labelOf } from '../plan/names';
import { useElement } from '../plan/useElement';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { formatShare } from '../time/time';
import { stepBefore } from '../plan/order';
import { ConditionEditor } from '../settings/ConditionEditor';
import { type Aspect, ASPECT_NAMES, ASPECTS, aspectOf, aspectsIn, shortly } from '../plan/conditions';
import './rules.css';

/** The rules as a table, decided top to bottom, with what the analysis says of each; a chat is tried beside it. */
export function RulesView() {
  const { draft, canEdit } = useWorkplace();
  const { selection, select } = usePlace();
  const { data: analysis, error } = useRulesAnalysis(draft.id);
  const { data: shares } = useRuleShares(draft.id);
  const [all, setAll] = useState(false);
  const [taken, setTaken] = useState<string | null>(null);
  const aspects = all ? [...ASPECTS] : aspectsIn(draft.plan);
  const order = useOrder();
  return (
    <div className="split-view">
      <section className="view-main" aria-label="Rules">
        <div className="view-head">
          <h1>Rules</h1>
          <span className="soft">Top to bottom; the first that matches decides.</span>
          <span className="header-space" />
          <Segmented
            aria-label="Columns"
            value={all ? 'all' : 'used'}
            options={[
              { value: 'used', label: 'Columns in use' },
              { value: 'all', label: 'All columns' },
            ]}
            onChange={(which) => setAll(which === 'all')}
          />
          {canEdit && <AddElement kind="rules" what="rule" primary />}
        </div>
        <ErrorNote error={error ?? order.error} />
        <p className="visually-hidden" role="status">
          {order.said}
        </p>
        <div className="rules-scroll">
          <table className="rules-table">
            <thead>
              <tr>
                <th scope="col" aria-label="Row" />
                <th scope="col">Rule</th>
                {aspects.map((aspect) => (
                  <th key={aspect} scope="col">
                    {ASPECT_NAMES[aspect]}
                  </th>
                ))}
                <th scope="col">Leads to</th>
                <th scope="col" title="Share of the chats of the newest four weeks">
                  Chats
                </th>
                <th scope="col" aria-label="What the analysis says" />
              </tr>
            </thead>
            <tbody>
              {draft.plan.rules.map((rule, i) => (
                <Row
                  key={rule.id}
                  id={rule.id}
                  row={i + 1}
                  last={i === draft.plan.rules.length - 1}
                  aspects={aspects}
                  analysis={analysis}
                  share={shares?.rules.find((one) => one.rule === rule.id)}
                  takes={taken === rule.id}
                  order={order}
                />
              ))}
            </tbody>
          </table>
          <Moved shares={shares} />
          <Said analysis={analysis} />
        </div>
      </section>
      <aside className="panel" aria-label="Settings">
        {selection ? (
          <>
            <Button className="rules-back" onClick={() => select(null)}>
              ‹ Try a chat
            </Button>
            <SidePanel>{null}</SidePanel>
          </>
        ) : (
          <TryChat onRule={setTaken} />
        )}
      </aside>
    </div>
  );
}

type Order = ReturnType<typeof useOrder>;

/** Moving rows by keys or by dragging; the last row stays. */
function useOrder() {
  const { draft } = useWorkplace();
  const move = useMove(draft.id);
  const [dragged, setDragged] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const ids = draft.plan.rules.slice(0, -1).map((rule) => rule.id);
  const last = draft.plan.rules.at(-1)?.id ?? null;
  function to(id: string, before: string | null) {
    const name = labelOf(draft.plan, 'rules', id);
    move.mutate(
      { kind: 'rules', id, version: draft.versions[`rules/${id}`] ?? 1, before: before ?? last },
      { onSuccess: () => setSaid(`${name} moved.`) },
    );
  }
  return {
    error: move.error,
    said,
    dragged,
    drag: setDragged,
    to,
    step(id: string, step: -1 | 1) {
      const before = stepBefore(ids, id, step);
      if (before !== undefined) to(id, before);
    },
  };
}

function Row({
  id,
  row,
  last,
  aspects,
  analysis,
  share,
  takes,
  order,
}: {
  id: string;
  row: number;
  last: boolean;
  aspects: Aspect[];
  analysis: RulesAnalysis | undefined;
  share: RuleShares['rules'][number] | undefined;
  takes: boolean;
  order: Order;
}) {
  const { draft, canEdit } = useWorkplace();
  const { selection, select } = usePlace();
  const { value: rule, edits, store: save } = useElement('rules', id);
  const [over, setOver] = useState(false);
  const canMove = canEdit && !last;
  const droppable = canEdit && order.dragged !== null && order.dragged !== rule.id;
  const dead = analysis?.dead.some((one) => one.rule === rule.id) ?? false;

  function onKey(event: KeyboardEvent) {
    if (!canMove || !event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    order.step(rule.id, event.key === 'ArrowUp' ? -1 : 1);
  }

  function onDragOver(event: DragEvent) {
    if (!droppable) return;
    event.preventDefault();
    setOver(true);
  }

  return (
    <>
      <tr
        data-row={rule.id}
        data-selected={selection?.kind === 'rules' && selection.id === rule.id ? '' : undefined}
        data-dead={dead ? '' : undefined}
        data-takes={takes ? '' : undefined}
        data-over={over && droppable ? '' : undefined}
        draggable={canMove}
        onDragStart={() => order.drag(rule.id)}
        onDragEnd={() => order.drag(null)}
        onDragOver={onDragOver}
        onDragLeave={() => setOver(false)}
        onDrop={() => {
          setOver(false);
          if (droppable && order.dragged) order.to(order.dragged, rule.id);
        }}
      >
        <td className="rules-number">
          <button
            type="button"
            aria-label={`Rule ${row}, ${rule.name}`}
            aria-keyshortcuts={canMove ? 'Alt+ArrowUp Alt+ArrowDown' : undefined}
            title={canMove ? 'Open; drag, or Alt with the arrow keys, to move' : 'Open'}
            onClick={() => select({ kind: 'rules', id: rule.id })}
            onKeyDown={onKey}
          >
            {row}
          </button>
          <UnsavedDot kind="rules" id={id} />
        </td>
        <td className="rules-name">
          <Input
            key={rule.name}
            variant="borderless"
            aria-label={`Name of rule ${row}`}
            readOnly={!canEdit}
            defaultValue={rule.name}
            onBlur={(event) => event.target.value.trim() && event.target.value !== rule.name && save({ name: event.target.value })}
            onPressEnter={(event) => event.currentTarget.blur()}
          />
        </td>
        {last ? (
          <td colSpan={aspects.length} className="soft">
            everything else
          </td>
        ) : (
          aspects.map((aspect) => (
            <Cell key={aspect} rule={rule} row={row} aspect={aspect} onSave={(conditions) => save({ conditions })} />
          ))
        )}
        <td className="rules-queue">
          <Select
            variant="borderless"
            aria-label={`Queue of rule ${row}`}
            disabled={!canEdit}
            value={rule.queue}
            onChange={(queue) => save({ queue })}
            options={draft.plan.queues.map((queue) => ({ value: queue.id, label: queue.name }))}
          />
          <span className="soft">{besides(rule, (id) => labelOf(draft.plan, 'skills', id))}</span>
        </td>
        <td className="rules-share" title={share?.example ? `${share.chats} chats, such as one ${share.example}` : undefined}>
          {share && (
            <>
              <span className="rules-bar" style={{ width: `${share.share * 100}%` }} aria-hidden="true" />
              {formatShare(share.share)}
            </>
          )}
        </td>
        <td className="rules-mark">
          <Mark rule={rule} dead={dead} analysis={analysis} takes={takes} />
        </td>
      </tr>
      {(edits.error || edits.conflict) && (
        <tr>
          <td colSpan={aspects.length + 5}>
            {edits.conflict && <ConflictNote edits={edits} conflict={edits.conflict} />}
            <ErrorNote error={edits.error} />
          </td>
        </tr>
      )}
    </>
  );
}

/** What a rule asks of the operator and gives to the chat, besides the queue. */
function besides(rule: Rule, skill: (id: string) => string) {
  const words = rule.needs.map((need) => `${skill(need.skill)} ≥ ${need.leastLevel}`);
  if (rule.priority != null) words.push(`priority ${rule.priority}`);
  if (Object.keys(rule.said).length > 0) words.push('says a text');
  return words.join(', ');
}

/** What a rule asks about one aspect, edited where it stands: the change is stored when the editor is closed. */
function Cell({
  rule,
  row,
  aspect,
  onSave,
}: {
  rule: Rule;
  row: number;
  aspect: Aspect;
  onSave: (conditions: Condition[]) => void;
}) {
  const { draft, canEdit } = useWorkplace();
  const own = rule.conditions.filter((condition) => aspectOf(condition) === aspect);
  const others = rule.conditions.filter((condition) => aspectOf(condition) !== aspect);
  const [edited, setEdited] = useState<Condition[] | null>(null);
  const text = own.map((condition) => shortly(draft.plan, condition)).join(', ');
  function close() {
    if (edited && JSON.stringify(edited) !== JSON.stringify(own)) onSave([...others, ...edited]);
    setEdited(null);
  }
  return (
    <td>
      <Popover
        trigger="click"
        placement="bottomLeft"
        destroyOnHidden
        open={edited !== null}
        onOpenChange={(open) => (open ? canEdit && setEdited(own) : close())}
        content={
          <div className="rules-cell-editor" role="dialog" aria-label={`${ASPECT_NAMES[aspect]} of rule ${row}`}>
            <ConditionEditor plan={draft.plan} aspect={aspect} value={edited ?? own} onChange={setEdited} />
            <Button type="primary" size="small" onClick={close}>
              Done
            </Button>
          </div>
        }
      >
        <button type="button" className="rules-cell" data-aspect={aspect} aria-label={`${ASPECT_NAMES[aspect]} of rule ${row}: ${text || 'any'}`} title={text}>
          {text ? <span className="rules-cell-text">{text}</span> : <span className="soft">·</span>}
        </button>
      </Popover>
    </td>
  );
}

function Mark({
  rule,
  dead,
  analysis,
  takes,
}: {
  rule: Rule;
  dead: boolean;
  analysis: RulesAnalysis | undefined;
  takes: boolean;
}) {
  const { draft } = useWorkplace();
  const { data: findings = [] } = useFindings(draft.id);
  const about = findings.find((finding: Finding) => finding.kind === 'rules' && finding.id === rule.id);
  const overlaps = analysis?.overlaps.filter((one) => one.second === rule.id) ?? [];
  const number = (id: string) => draft.plan.rules.findIndex((other) => other.id === id) + 1;
  if (takes) return <strong className="enough">← takes it</strong>;
  if (dead) {
    const covering = analysis?.dead.find((one) => one.rule === rule.id)?.covering ?? [];
    return (
      <span className="warns" title={about?.words}>
        ✕ never{covering.length > 0 && `, by ${covering.map(number).join(', ')}`}
      </span>
    );
  }
  if (overlaps.length > 0) {
    return (
      <span className="soft" title={overlaps.map((one) => `With rule ${number(one.first)}: a chat ${one.example.words}.`).join('\n')}>
        ◇ {overlaps.map((one) => number(one.first)).join(', ')}
      </span>
    );
  }
  return null;
}

/** What the draft does with chats that the live plan sends elsewhere. */
function Moved({ shares }: { shares: RuleShares | undefined }) {
  const { draft } = useWorkplace();
  if (!shares) return null;
  if (!shares.from) return <p className="soft">Import chat volumes to see which share of them each rule takes.</p>;
  const { moved } = shares;
  const all = (moved ?? []).reduce((sum, one) => sum + one.share, 0);
  const name = (id: string) => labelOf(draft.plan, 'queues', id);
  return (
    <p className="rules-moved" role="status">
      {moved && all > 0 ? (
        <>
          <strong>{formatShare(all)} of these chats go elsewhere</strong> than by the live plan:{' '}
          {moved.map((one) => `${formatShare(one.share)} from ${name(one.from)} to ${name(one.to)}`).join(', ')}.
        </>
      ) : (
        moved && 'All of these chats go where the live plan sends them.'
      )}{' '}
      <span className="soft">
        {shares.chats.toLocaleString('en')} chats from {shares.from} to {shares.to}, told by door, language and topic
        {shares.unknown > 0 && `; ${shares.unknown} more are of no known door`}.
      </span>
    </p>
  );
}

/** What the analysis found, in words, under the table. */
function Said({ analysis }: { analysis: RulesAnalysis | undefined }) {
  const { draft } = useWorkplace();
  if (!analysis) return null;
  const name = (id: string) => {
    const row = draft.plan.rules.findIndex((other) => other.id === id) + 1;
    return `rule ${row}, ${labelOf(draft.plan, 'rules', id)}`;
  };
  const seconds = [...new Set(analysis.overlaps.map((one) => one.second))];
  return (
    <div className="rules-said">
      {analysis.tooVaried && <p className="warns">◆ The rules were not analysed: {analysis.tooVaried}.</p>}
      {analysis.rest ? (
        <p>
          <strong>To the last row</strong> falls what no other takes, such as a chat {analysis.rest.words}.
        </p>
      ) : (
        !analysis.tooVaried && <p>The other rows take every chat; nothing falls to the last.</p>
      )}
      {analysis.dead.map((dead) => (
        <p key={dead.rule}>
          <span className="warns">✕</span> No chat reaches {name(dead.rule)}:{' '}
          {dead.covering.length === 0 ? 'its conditions leave it none.' : `all it could take goes to ${dead.covering.map(name).join(' and ')}.`}
        </p>
      ))}
      {seconds.map((second) => {
        const pairs = analysis.overlaps.filter((one) => one.second === second);
        const rows = pairs.map((one) => draft.plan.rules.findIndex((other) => other.id === one.first) + 1);
        return (
          <p key={second} className="soft">
            ◇ {capital(name(second))}, wants some chats that {rows.length === 1 ? 'rule' : 'rules'} {rows.join(', ')} before it{' '}
            {rows.length === 1 ? 'gets' : 'get'}, such as one {pairs[0]?.example.words}.
          </p>
        );
      })}
    </div>
  );
}

function capital(words: string) {
  return words.charAt(0).toUpperCase() + words.slice(1);
}
