import { Button, InputNumber, Popover, Radio } from 'antd';
import { useState } from 'react';
import type { ReportWay } from '../api/model';
import { useChooseWay } from '../api/reports';
import { ErrorNote } from '../ui/ErrorNote';

/** Of which chats the service level is a share, which the trade has no one answer to. */
export function WayOfCounting({ plan, way }: { plan: string; way: ReportWay }) {
  const choose = useChooseWay(plan);
  const [short, setShort] = useState(way.shortSeconds);
  return (
    <Popover
      trigger="click"
      placement="bottomLeft"
      title="How chats are counted, in every report"
      content={
        <div className="report-way">
          <Radio.Group value={way.against} onChange={(event) => choose.mutate({ ...way, against: event.target.value as ReportWay['against'] })}>
            <Radio value="ALL">of all chats that waited</Radio>
            <Radio value="PATIENT">of all that waited but those that gave up soon</Radio>
            <Radio value="ANSWERED">of those that an operator answered</Radio>
          </Radio.Group>
          <label>
            Soon is within{' '}
            <InputNumber
              size="small"
              min={0}
              max={600}
              suffix="s"
              value={short}
              onChange={(value) => setShort(value ?? 0)}
              onBlur={() => short !== way.shortSeconds && choose.mutate({ ...way, shortSeconds: short })}
              onPressEnter={() => choose.mutate({ ...way, shortSeconds: short })}
            />
          </label>
          <ErrorNote error={choose.error} />
        </div>
      }
    >
      <Button type="link" size="small">
        Count otherwise
      </Button>
    </Popover>
  );
}
