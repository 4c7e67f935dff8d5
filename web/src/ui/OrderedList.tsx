import { ArrowDownOutlined, ArrowUpOutlined, CloseOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import type { ReactNode } from 'react';

/** Things in an order of their own, each moved and removed by its buttons. */
export function OrderedList<T>({
  value,
  onChange,
  what,
  keyOf,
  head,
  body,
  make,
}: {
  value: T[];
  onChange: (value: T[]) => void;
  /** What one of them is called. */
  what: string;
  keyOf: (item: T, index: number) => string;
  /** Beside the buttons. */
  head: (item: T, change: (part: Partial<T>) => void, name: string) => ReactNode;
  /** Under it. */
  body?: (item: T, change: (part: Partial<T>) => void, name: string) => ReactNode;
  make: () => T;
}) {
  const swap = (i: number, k: number) => {
    const moved = [...value];
    [moved[i], moved[k]] = [moved[k] as T, moved[i] as T];
    onChange(moved);
  };
  return (
    <ol className="ordered-list">
      {value.map((item, i) => {
        const name = `${what} ${i + 1}`;
        const change = (part: Partial<T>) => onChange(value.map((other, k) => (k === i ? { ...other, ...part } : other)));
        return (
          <li key={keyOf(item, i)}>
            <div className="ordered-head">
              {head(item, change, name)}
              <Button
                type="text"
                aria-label={`Move ${name} up`}
                disabled={i === 0}
                icon={<ArrowUpOutlined />}
                onClick={() => swap(i, i - 1)}
              />
              <Button
                type="text"
                aria-label={`Move ${name} down`}
                disabled={i === value.length - 1}
                icon={<ArrowDownOutlined />}
                onClick={() => swap(i, i + 1)}
              />
              <Button
                type="text"
                aria-label={`Remove ${name}`}
                icon={<CloseOutlined />}
                onClick={() => onChange(value.filter((_, k) => k !== i))}
              />
            </div>
            {body?.(item, change, name)}
          </li>
        );
      })}
      <li className="ordered-add">
        <Button onClick={() => onChange([...value, make()])}>
          Add {/^[aeiou]/i.test(what) ? 'an' : 'a'} {what.toLowerCase()}
        </Button>
      </li>
    </ol>
  );
}
