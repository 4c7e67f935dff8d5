import { Button, Drawer } from 'antd';
import { useState } from 'react';
import { useReadings } from '../api/records';
import { formatInstant } from '../time/time';
import { ErrorNote } from '../ui/ErrorNote';

/** Who read, took out or erased what visitors wrote. */
export function WhoRead({ plan }: { plan: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>Who read</Button>
      <Drawer title="Who read, took out or erased" open={open} onClose={() => setOpen(false)} size={520} destroyOnHidden>
        <Readings plan={plan} />
      </Drawer>
    </>
  );
}

function Readings({ plan }: { plan: string }) {
  const readings = useReadings(plan, null);
  return (
    <>
      <ErrorNote error={readings.error} />
      {readings.data?.length === 0 && <p>Nobody has read a record yet.</p>}
      <table className="readings">
        <tbody>
          {readings.data?.map((reading) => (
            <tr key={`${reading.at} ${reading.account} ${reading.chat}`}>
              <td>{formatInstant(reading.at)}</td>
              <td>{reading.account}</td>
              <td>
                {reading.what}
                {reading.chat != null && ` chat ${reading.chat}`}
                {reading.detail && <span className="soft"> {decodeURIComponent(reading.detail.replaceAll('+', ' ')).replaceAll('&', ', ')}</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
