import type { Uncertain } from '../api/model';
import { verdict } from './measures';

const STYLES = {
  none: 'changed-same',
  unsure: 'changed-unsure',
  better: 'changed-better',
  worse: 'changed-worse',
  other: 'changed-same',
};

/** What the draft changes of a figure, and whether that is certain. */
export function Changed({ measure, difference }: { measure: Parameters<typeof verdict>[0]; difference: Uncertain }) {
  const said = verdict(measure, difference);
  const by = difference.mean ?? 0;
  if (said === 'none') return <span className={STYLES.none}>±0</span>;
  const size = measure.showBy(Math.abs(by));
  return (
    <span className={STYLES[said]} title={said === 'unsure' ? 'Chance alone may have made this difference.' : undefined}>
      {said === 'unsure' ? '≈' : ''}
      {by > 0 ? '▴' : '▾'} {size}
      {said !== 'other' && <span className="visually-hidden"> {said === 'unsure' ? 'not certain' : said}</span>}
    </span>
  );
}
