import { Input } from 'antd';
import { useState } from 'react';
import type { NewPlan } from '../api/model';
import { useGoesAlong, useNewPlan, useNewPlanFromDocument, useRemovePlan } from '../api/plan';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { FileField } from '../ui/FileField';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { NewPlanFields, PLAIN_PLAN } from './NewPlanFields';
import type { PlanTask } from './PlanMenu';

/** The dialog of what is to be done with plans as wholes. */
export function PlanDialog({ task, onClose }: { task: PlanTask; onClose: () => void }) {
  if (task === 'remove') return <RemovePlan onClose={onClose} />;
  return <MakePlan copy={task === 'copy'} onClose={onClose} />;
}

function MakePlan({ copy, onClose }: { copy: boolean; onClose: () => void }) {
  const { draft } = useWorkplace();
  const { openPlan } = usePlace();
  const make = useNewPlan();
  const take = useNewPlanFromDocument();
  const original = draft.plan.settings.name;
  const [plan, setPlan] = useState<NewPlan>(copy ? { name: `${original}, copy`, copyOf: draft.id } : PLAIN_PLAN);
  const ready = plan.name.trim() !== '';
  const open = {
    onSuccess: ({ id }: { id: string }) => {
      onClose();
      openPlan(id);
    },
  };
  function begin() {
    if (ready && !make.isPending) make.mutate(plan, open);
  }
  return (
    <Dialog
      open
      title={<h2>{copy ? `Copy ${original}` : 'Begin a plan'}</h2>}
      okText={copy ? 'Copy' : 'Begin'}
      okButtonProps={{ disabled: !ready }}
      confirmLoading={make.isPending}
      onCancel={onClose}
      onOk={begin}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          begin();
        }}
      >
        {copy ? (
          <>
            <p className="soft">The draft as it stands, with its people, its volumes and how they are forecast. The copy is not live.</p>
            <label className="gate-field">
              <span>Name of the copy</span>
              <Input autoFocus value={plan.name} onChange={(event) => setPlan({ ...plan, name: event.target.value })} />
            </label>
          </>
        ) : (
          <>
            <NewPlanFields plan={plan} onChange={setPlan} />
            <FileField
              label="Or take a plan from a document that was saved under Revisions"
              accept=".json,application/json"
              onChoose={(file) => take.mutate(file, open)}
            />
          </>
        )}
        <ErrorNote error={make.error ?? take.error} />
        {/* The dialog's button stands outside; a form of several fields is sent by Enter only if it has one of its own. */}
        <button type="submit" hidden />
      </form>
    </Dialog>
  );
}

/** Asks before a plan goes: shows what goes with it, and wants its name typed. */
function RemovePlan({ onClose }: { onClose: () => void }) {
  const { draft } = useWorkplace();
  const { openPlan } = usePlace();
  const { data: along } = useGoesAlong(draft.id);
  const remove = useRemovePlan();
  const name = draft.plan.settings.name;
  const [typed, setTyped] = useState('');
  const goes = along && [
    counted(along.changes, 'change of the draft', 'changes of the draft'),
    counted(along.halfHours, 'counted half-hour', 'counted half-hours'),
    counted(along.rosters, 'roster', 'rosters'),
    counted(along.rehearsals, 'rehearsal', 'rehearsals'),
  ];
  function go() {
    if (typed !== name || remove.isPending) return;
    remove.mutate(
      { id: draft.id, name },
      {
        onSuccess: () => {
          onClose();
          openPlan(null);
        },
      },
    );
  }
  return (
    <Dialog
      open
      title={<h2>Remove {name}?</h2>}
      okText="Remove for good"
      cancelText="Keep it"
      okButtonProps={{ danger: true, disabled: typed !== name }}
      confirmLoading={remove.isPending}
      onCancel={onClose}
      onOk={go}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          go();
        }}
      >
        <p>{goes ? `With it go ${goes.filter(Boolean).join(', ') || 'nothing but its draft'}.` : 'Looking what goes with it …'}</p>
        <p>It cannot be taken back. Its document, saved under Revisions, can be taken into a new plan.</p>
        <label className="gate-field">
          <span>To remove it, type its name</span>
          <Input autoFocus placeholder={name} value={typed} onChange={(event) => setTyped(event.target.value)} />
        </label>
        <ErrorNote error={remove.error} />
      </form>
    </Dialog>
  );
}

function counted(count: number, one: string, many: string) {
  return count === 0 ? '' : `${count.toLocaleString('en')} ${count === 1 ? one : many}`;
}
