import { Button, Popover } from 'antd';
import { memo, useState } from 'react';
import { useOwnDay } from '../api/desk';
import { timeOfDay } from '../places/clock';
import { formatSeconds } from '../time/time';
import { ErrorNote } from '../ui/ErrorNote';
import { Line } from '../ui/fields';

const seconds = (value: number | null | undefined) => (value == null ? '–' : formatSeconds(value));

/** The operator's own day; nobody else's figures are told here. */
export const MyDay = memo(function MyDay({ plan }: { plan: string }) {
  const [open, setOpen] = useState(false);
  const day = useOwnDay(plan, open);
  const data = day.data;
  return (
    <Popover
      trigger="click"
      placement="bottomRight"
      open={open}
      onOpenChange={setOpen}
      title="Your day so far"
      content={
        <div className="my-day">
          <ErrorNote error={day.error} />
          {data && (
            <>
              <Line label="Chats finished">{data.chats}</Line>
              <Line label="They waited">{seconds(data.waitSeconds)}</Line>
              <Line label="Your first reply">after {seconds(data.firstReplySeconds)}</Line>
              <Line label="A chat took you">{seconds(data.handledSeconds)}</Line>
              <Line label="Ratings">{data.mark == null ? 'none yet' : `${data.mark.toFixed(1)} of 5, by ${data.ratings}`}</Line>
              <Line label="Offers passed">
                {data.missed} not taken in time, {data.declined} left to others
              </Line>
              <Line label="Your shift">{data.shiftUntil ? `until ${timeOfDay(data.shiftUntil)}; the desk sets you off then` : 'none is planned now'}</Line>
            </>
          )}
        </div>
      }
    >
      <Button type="text">my day</Button>
    </Popover>
  );
});
