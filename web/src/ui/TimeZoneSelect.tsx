import { Select } from 'antd';
import { useTimeZones } from '../api/hours';

interface Props {
  value: string | null;
  onChange: (zone: string | null) => void;
  /** Shown where no zone is picked, which is allowed then. */
  placeholder?: string;
}

/** A time zone of those the server knows, which says by what release of the zones' data it reckons. */
export function TimeZoneSelect({ value, onChange, placeholder }: Props) {
  const { data } = useTimeZones();
  return (
    <Select
      showSearch
      allowClear={placeholder !== undefined}
      placeholder={placeholder}
      value={value}
      options={data?.zones.map((zone) => ({ value: zone, label: zone }))}
      onChange={(zone: string | undefined) => onChange(zone ?? null)}
      popupRender={(list) => (
        <>
          {list}
          {data && <div className="select-note soft">Clock changes as in the time zone data {data.dataVersion}</div>}
        </>
      )}
    />
  );
}
