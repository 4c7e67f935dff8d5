import { useLocation } from 'react-router';
import { Shortcuts, shortcutsOf } from '../ui/Shortcuts';

/** The keyboard, the view's own keys first. */
export function ShortcutsHere({ onClose }: { onClose: () => void }) {
  const { pathname } = useLocation();
  return <Shortcuts of={shortcutsOf(pathname)} onClose={onClose} />;
}
