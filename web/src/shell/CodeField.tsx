import { Input } from 'antd';

/** For the code of a second factor, or one that stands in for it. */
export function CodeField({ value, onChange, onEnter }: { value: string; onChange: (code: string) => void; onEnter?: () => void }) {
  return (
    <label className="gate-field">
      <span>Code from your device, or a recovery code</span>
      <Input
        autoFocus
        autoComplete="one-time-code"
        value={value}
        onChange={(event) => onChange(event.target.value)}
        onPressEnter={() => onEnter?.()}
      />
    </label>
  );
}
