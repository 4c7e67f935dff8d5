import type { RosterEffect, RosterWeek } from '../api/model';
import type { Target } from './RosterGrid';
import { inWords } from './shifts';

interface Props {
  view: RosterWeek;
  target: Target;
  effect: RosterEffect | undefined;
}

/** What letting go of a dragged shift would do. */
export function Effect({ view, target, effect }: Props) {
  const who = view.people.find((person) => person.id === target.to.operator)?.name;
  return (
    <div className="roster-effect" role="status">
      <strong>
        {who}, {inWords(target.to, view.monday)}
      </strong>
      {effect && <EffectWords effect={effect} names={names(view)} />}
    </div>
  );
}

export function names(view: RosterWeek) {
  return new Map(view.people.map((person) => [person.id, person.name]));
}

export function EffectWords({ effect, names: who }: { effect: RosterEffect; names: Map<string, string> }) {
  const change = effect.shortAfter - effect.shortBefore;
  return (
    <ul className="roster-effects">
      {effect.broken.map((breach) => (
        <li key={`${breach.operator} ${breach.words}`} className={breach.rule === 'WISH' ? 'warns' : 'short'}>
          {breach.rule === 'WISH' ? '◆' : '▾'} {who.get(breach.operator)}: {breach.words}
        </li>
      ))}
      {effect.mended.map((breach) => (
        <li key={`${breach.operator} ${breach.words}`} className="enough">
          ▴ mended, {who.get(breach.operator)}: {breach.words}
        </li>
      ))}
      <li className={change > 0 ? 'short' : change < 0 ? 'enough' : 'soft'}>
        {change > 0 ? `▾ ${change} h more short` : change < 0 ? `▴ ${-change} h less short` : 'As much short as before'}
      </li>
    </ul>
  );
}
