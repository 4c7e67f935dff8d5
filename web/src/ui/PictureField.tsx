import { Button } from 'antd';
import { useRef } from 'react';
import { useKeepPicture } from '../api/people';
import { BusyButton } from './BusyButton';
import { ErrorNote } from './ErrorNote';
import { Portrait } from './Portrait';

/** A picture, sent and made small as soon as it is chosen. */
export function PictureField({
  name,
  value,
  onChange,
  wordless = false,
  whole = false,
}: {
  name: string;
  value: string | null;
  onChange: (picture: string | null) => void;
  /** Whether initials in a picture's place would say nothing. */
  wordless?: boolean;
  /** Whether all of it is kept, rather than a small square for a face. */
  whole?: boolean;
}) {
  const keep = useKeepPicture();
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <div className="picture-field">
        {whole && value && <img className="whole-picture" src={`/api/v1/pictures/${value}`} alt="" />}
        {!whole && (value || !wordless) && <Portrait name={name} picture={value} size={48} />}
        <BusyButton busy={keep.isPending} onClick={() => input.current?.click()}>
          {value ? 'Another picture…' : 'Picture…'}
        </BusyButton>
        {value && <Button onClick={() => onChange(null)}>No picture</Button>}
        <input
          ref={input}
          type="file"
          className="visually-hidden"
          tabIndex={-1}
          aria-label="Picture file"
          accept="image/png,image/jpeg,image/gif,image/bmp"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = '';
            if (file) keep.mutate({ file, whole }, { onSuccess: ({ picture }) => onChange(picture) });
          }}
        />
      </div>
      <ErrorNote error={keep.error} />
    </>
  );
}
