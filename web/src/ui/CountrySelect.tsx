import { Select } from 'antd';
import { allCountries, countryName } from './countries';

interface Props {
  /** ISO 3166-1 code. */
  value: string | null;
  onChange: (country: string | null) => void;
  placeholder: string;
}

const rank = (name: string, typed: string) => (name.toLowerCase().startsWith(typed.toLowerCase()) ? 0 : 1);

/** A country by its name, with its code behind; either can be typed. */
export function CountrySelect({ value, onChange, placeholder }: Props) {
  return (
    <Select
      showSearch={{
        optionFilterProp: 'label',
        // what begins with it is meant before what holds it
        filterSort: (one, other, { searchValue }) => rank(one.label, searchValue) - rank(other.label, searchValue),
      }}
      allowClear
      placeholder={placeholder}
      value={value}
      options={allCountries().map((code) => ({ value: code, label: `${countryName(code)} (${code})` }))}
      notFoundContent="No country is called so."
      onChange={(code: string | undefined) => onChange(code ?? null)}
    />
  );
}
