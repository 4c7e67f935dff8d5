import { Dialog } from './Dialog';

interface Shortcut {
  where: string;
  /** The view that has these keys; left out where they hold everywhere. */
  path?: string;
  keys: [string, string][];
}

const SHORTCUTS: Shortcut[] = [
  {
    where: 'Everywhere',
    keys: [
      ['Ctrl K', 'find any element, setting, view or action, and go there'],
      ['Tab, Enter', 'at the start of a page: skip to the view'],
      ['Ctrl Z', 'undo your last change of the draft'],
      ['Ctrl Shift Z', 'redo it'],
      ['Ctrl Enter', 'save what is edited beside the view'],
      ['Esc', 'close it, or drop what was changed in it'],
      ['?', 'this list'],
    ],
  },
  {
    where: 'Week ruler',
    keys: [
      ['← →', 'half an hour back, on'],
      ['Page Up, Page Down', 'a day back, on'],
      ['Home, End', 'start and end of the week'],
    ],
  },
  {
    where: 'People',
    path: '/people',
    keys: [
      ['arrow keys', 'another cell; with Shift a block of cells'],
      ['1 to 5', 'set the level'],
      ['0, Delete', 'take the skill away'],
      ['Ctrl D', 'fill the block down from its first row'],
      ['Ctrl C, Ctrl V', 'copy a block; paste one, from a spreadsheet too'],
      ['Enter', 'open the person'],
    ],
  },
  {
    where: 'Structure',
    path: '/structure',
    keys: [
      ['↑ ↓', 'another row'],
      ['Alt ↑, Alt ↓', 'move the element up, down'],
      ['Enter', 'open it'],
    ],
  },
  {
    where: 'Hours',
    path: '/hours',
    keys: [
      ['arrow keys', 'another half-hour; with Shift a block'],
      ['Space', 'open or close the block'],
      ['Home, End', 'start and end of the day'],
    ],
  },
  { where: 'Rules', path: '/rules', keys: [['Alt ↑, Alt ↓', 'move the rule up, down']] },
  {
    where: 'Ladders',
    path: '/ladders',
    keys: [
      ['← →', 'the rung five seconds sooner, later'],
      ['Page Up, Page Down', 'half a minute later, sooner'],
    ],
  },
  {
    where: 'Rehearsal',
    path: '/rehearsal',
    keys: [
      ['← →', 'a second back, on; with Shift ten'],
      ['Page Up, Page Down', 'what happened before, what happens next'],
      ['Home, End', 'the start, the end'],
    ],
  },
  {
    where: 'Volumes',
    path: '/volumes',
    keys: [
      ['← →', 'another day; with Shift several'],
      ['Page Up, Page Down', 'a week back, on'],
      ['↑ ↓', 'a month back, on'],
    ],
  },
  {
    where: 'Roster',
    path: '/roster',
    keys: [
      ['← →', 'move the shift half an hour'],
      ['Delete', 'take it away'],
    ],
  },
];

/** The keys that hold everywhere, after those of a view that has its own. */
export function shortcutsOf(path: string): Shortcut[] {
  const own = SHORTCUTS.filter((one) => one.path === path);
  return [...own, ...SHORTCUTS.filter((one) => one.path === undefined), ...SHORTCUTS.filter((one) => one.path && one.path !== path)];
}

export const DESK_SHORTCUTS: Shortcut[] = [
  {
    where: 'At the desk',
    keys: [
      ['Alt 1 … Alt 9', 'reply in that place'],
      ['Alt A', 'take the chat that is offered'],
      ['Alt L', 'leave it to others'],
      ['Alt P', 'present, or away'],
      ['?', 'this list'],
    ],
  },
  {
    where: 'In a reply',
    keys: [
      ['Enter', 'send it'],
      ['Shift Enter', 'a new line'],
      ['/', 'a reply kept ready; ↑ ↓ choose, Enter takes it'],
      ['Alt ↑', 'take what the bot would say'],
      ['Alt N', 'a note for colleagues, beside this chat'],
      ['Alt S', 'set the chat aside for a quarter of an hour'],
      ['Alt E', 'end the chat, or be done with it'],
    ],
  },
];

/** The keyboard in one list. */
export function Shortcuts({ of, onClose }: { of: Shortcut[]; onClose: () => void }) {
  return (
    <Dialog open title={<h2>Keyboard</h2>} footer={null} onCancel={onClose}>
      {of.map(({ where, keys }) => (
        <section key={where}>
          <h3>{where}</h3>
          <dl className="shortcuts">
            {keys.map(([key, does]) => (
              <div key={key}>
                <dt>
                  <kbd>{key}</kbd>
                </dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Dialog>
  );
}
