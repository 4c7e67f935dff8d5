import { Button, Checkbox, Popover } from 'antd';
import { memo, useState } from 'react';
import { useNotices } from './notices';

/** How the operator wishes to be told of what comes. */
export const NoticeWishes = memo(function NoticeWishes() {
  const { offers, words, desktop, set } = useNotices();
  const [refused, setRefused] = useState(false);
  async function wishDesktop(wished: boolean) {
    const granted = wished && 'Notification' in window && (await Notification.requestPermission()) === 'granted';
    setRefused(wished && !granted);
    set({ desktop: granted });
  }
  return (
    <Popover
      trigger="click"
      placement="bottomRight"
      title="Tell me"
      content={
        <div className="my-day">
          <Checkbox checked={offers} onChange={(event) => set({ offers: event.target.checked })}>
            by a tone, when a chat is offered
          </Checkbox>
          <Checkbox checked={words} onChange={(event) => set({ words: event.target.checked })}>
            by a tone, when a visitor writes and I look elsewhere
          </Checkbox>
          <Checkbox checked={desktop} onChange={(event) => void wishDesktop(event.target.checked)}>
            on the desktop, when I look elsewhere
          </Checkbox>
          {refused && <p className="warns">◆ This browser lets the desk show no notices. Allow them for this site in its settings.</p>}
          <p className="soft">Kept in this browser.</p>
        </div>
      }
    >
      <Button type="text">notices</Button>
    </Popover>
  );
});
