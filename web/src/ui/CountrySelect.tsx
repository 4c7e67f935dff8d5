import { Select } from 'antd';
import { allCountries, countryName } from './countries';

interface Props {
  /** ISO 3166-1 code. */
  value: string | null;
  onChange: (country: string | null) => void;
  placeholder: string;
}

/** A country by its name, with its code behind; either can be typed. */
export function CountrySelect({ value, onChange, placeholder }: Props) {
  return (
    <Select
      showSearch={{ optionFilterProp: 'label' }}
      allowClear
      placeholder={placeholder}
      value={value}
      options={allCountries().map((code) => ({ value: code, label: `${countryName(code)} (${code})` }))}
      notFoundContent="No country is called so."
      onChange={(code: string | undefined) => onChange(code ?? null)}
    />
  );
}
