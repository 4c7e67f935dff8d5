import { Select } from 'antd';
import type { SeriesView } from '../api/model';
import { choices, type Selection, written } from './series';

interface SelectionPickerProps {
  view: SeriesView;
  selection: Selection;
  onPick: (selection: Selection) => void;
}

/** Picks a series or a sum where there is no room for their list. */
export function SelectionPicker({ view, selection, onPick }: SelectionPickerProps) {
  const all = choices(view);
  return (
    <Select
      aria-label="Arrivals"
      className="selection-picker"
      popupMatchSelectWidth={false}
      showSearch={{ optionFilterProp: 'label' }}
      value={written(selection)}
      onChange={(value) => {
        const found = all.find((one) => written(one) === value);
        if (found) onPick(found);
      }}
      options={all.map((one) => ({ value: written(one), label: one.label }))}
    />
  );
}
