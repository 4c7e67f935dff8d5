import type { components } from '../api/schema';
import { stretches } from '../../widget/links';
import './said.css';

interface SaidWordsProps {
  text: string;
  file?: components['schemas']['SaidFile'] | null | undefined;
}

/** What somebody said, its addresses to be followed; or the file that they sent, to be saved. */
export function SaidWords({ text, file }: SaidWordsProps) {
  if (file) {
    return (
      <a className="said-file" href={`/${file.address}`} download={text}>
        {file.preview && <img src={`/${file.preview}`} alt="" />}
        <span>
          ↓ <bdi>{text}</bdi> <small className="soft">{sizeOf(file.bytes)}</small>
        </span>
      </a>
    );
  }
  return (
    <span dir="auto">
      {stretches(text).map(({ text: words, href }, i) =>
        href ? (
          <a key={i} href={href} target="_blank" rel="noopener noreferrer nofollow">
            {words}
          </a>
        ) : (
          words
        ),
      )}
    </span>
  );
}

const KILOBYTE = 1024;

function sizeOf(bytes: number): string {
  return bytes < KILOBYTE * KILOBYTE ? `${Math.ceil(bytes / KILOBYTE)} KB` : `${(bytes / KILOBYTE / KILOBYTE).toFixed(1)} MB`;
}
