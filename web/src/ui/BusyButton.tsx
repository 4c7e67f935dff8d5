import { Button, type ButtonProps } from 'antd';

interface BusyButtonProps extends Omit<ButtonProps, 'loading'> {
  busy: boolean;
}

/**
 * A button that does nothing while what was pressed before is under way, and says so: the library's own drops a press in
 * silence, also of who hears the screen.
 */
export function BusyButton({ busy, ...rest }: BusyButtonProps) {
  return <Button {...rest} loading={busy} aria-disabled={busy || undefined} />;
}
