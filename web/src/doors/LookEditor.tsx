import { Input, InputNumber, Segmented } from 'antd';
import type { DoorPreview, Look } from '../api/model';
import { Field, Line } from '../ui/fields';
import { PictureField } from '../ui/PictureField';

const COLOURS = [
  { part: 'accent', name: 'Accent' },
  { part: 'onAccent', name: 'Words on it' },
  { part: 'ground', name: 'Ground' },
  { part: 'ink', name: 'Words on it' },
] as const;

const COLOUR = /^#[0-9a-f]{6}$/i;

/** Colours, place and picture of a door, with what can be read and what cannot. */
export function LookEditor({
  door,
  value,
  pairs,
  onChange,
}: {
  door: string;
  value: Look;
  pairs: DoorPreview['contrast'];
  onChange: (value: Look) => void;
}) {
  return (
    <>
      {COLOURS.map(({ part, name }) => (
        <Line key={part} label={name}>
          <span className="colour-field">
            <input
              type="color"
              aria-label={`${name}, picked`}
              value={COLOUR.test(value[part]) ? value[part].toLowerCase() : '#000000'}
              onChange={(event) => onChange({ ...value, [part]: event.target.value.toUpperCase() })}
            />
            <Input
              aria-label={part === 'onAccent' ? 'Words on the accent' : part === 'ink' ? 'Words on the ground' : name}
              maxLength={7}
              value={value[part]}
              onChange={(event) => onChange({ ...value, [part]: event.target.value })}
            />
          </span>
        </Line>
      ))}
      <ul className="contrast">
        {pairs.map((pair) => (
          <li key={pair.part} className={pair.enough ? 'enough' : 'warns'}>
            {pair.enough ? '✓' : '◆'} {pair.what}: {(Math.floor(pair.contrast * 100) / 100).toFixed(2)} of {pair.least}
            {!pair.enough && pair.nearest && (
              <>
                {' '}
                <button
                  type="button"
                  className="plain-link"
                  onClick={() => onChange({ ...value, [pair.part]: pair.nearest })}
                >
                  Use {pair.nearest}, the nearest that is enough
                </button>
              </>
            )}
          </li>
        ))}
      </ul>
      <Field label="Corner">
        <Segmented<Look['corner']>
          value={value.corner}
          options={[
            { value: 'START', label: 'where lines start' },
            { value: 'END', label: 'where they end' },
          ]}
          onChange={(corner) => onChange({ ...value, corner })}
        />
      </Field>
      <Line label="Distance">
        <InputNumber
          aria-label="Pixels from that side"
          min={0}
          max={400}
          precision={0}
          suffix="px"
          value={value.inset}
          onChange={(inset) => inset !== null && onChange({ ...value, inset })}
        />{' '}
        from the side,{' '}
        <InputNumber
          aria-label="Pixels from the lower edge"
          min={0}
          max={400}
          precision={0}
          suffix="px"
          value={value.rise}
          onChange={(rise) => rise !== null && onChange({ ...value, rise })}
        />{' '}
        from below
      </Line>
      <Line label="Picture">
        <PictureField name={door} wordless value={value.picture ?? null} onChange={(picture) => onChange({ ...value, picture })} />
      </Line>
    </>
  );
}
