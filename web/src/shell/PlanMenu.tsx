import { Button, Dropdown, type MenuProps } from 'antd';
import { useNavigate } from 'react-router';
import { usePlans } from '../api/plan';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';

/** What can be done with plans as wholes. */
export type PlanTask = 'new' | 'copy' | 'remove';

/** The plan's name: the way to other plans, and to what can be done with plans as wholes. */
export function PlanMenu({ onTask }: { onTask: (task: PlanTask) => void }) {
  const { draft, account, canEdit } = useWorkplace();
  const { data: plans = [] } = usePlans();
  const { openPlan } = usePlace();
  const navigate = useNavigate();
  const name = draft.plan.settings.name;
  const others = plans.filter((plan) => plan.id !== draft.id);
  if (others.length === 0 && !canEdit) return <span className="header-plan">{name}</span>;

  const items: MenuProps['items'] = [
    ...others.map((plan) => ({ key: `plan ${plan.id}`, label: plan.name, onClick: () => openPlan(plan.id) })),
    ...(canEdit
      ? [
          ...(others.length > 0 ? [{ type: 'divider' as const }] : []),
          { key: 'new', label: 'New plan…', onClick: () => onTask('new') },
          { key: 'copy', label: 'Copy this plan…', onClick: () => onTask('copy') },
          {
            key: 'settings',
            label: 'Name and settings',
            onClick: () => void navigate({ pathname: '/structure', search: settingsOf(draft.id) }, { state: { field: 'Name' } }),
          },
        ]
      : []),
    ...(mayRemove(account.permissions, draft.live)
      ? [{ key: 'remove', label: 'Remove this plan…', onClick: () => onTask('remove') }]
      : []),
  ];
  return (
    <Dropdown menu={{ items }} trigger={['click']}>
      <Button type="text" className="header-plan" aria-label={`Plan: ${name}`} aria-haspopup="menu">
        {name} <span aria-hidden="true">▾</span>
      </Button>
    </Dropdown>
  );
}

function settingsOf(plan: string) {
  return new URLSearchParams({ plan, sel: 'settings/settings' }).toString();
}

/** Plans that were live have had visitors, whose chats are kept. */
export function mayRemove(permissions: string[], live: unknown) {
  return permissions.includes('ACCOUNTS') && !live;
}
