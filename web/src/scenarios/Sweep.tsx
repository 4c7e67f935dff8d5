import { Segmented } from 'antd';
import { lazy, Suspense, useMemo, useState } from 'react';
import type { PlanQuestion } from '../api/model';
import { MEASURES } from '../plan/measures';
import { useWorkplace } from '../plan/workplace';
import { dialName } from './dials';
import { sweepOption } from './sweepOption';

const Chart = lazy(() => import('../ui/Chart'));

/** The figures by which a best range is known, by the name the answer has for them. */
const SHOWN: Record<string, string> = {
  'Answered in time': 'answeredInTime',
  'Gave up waiting': 'gaveUp',
  'Mean wait': 'meanWaitSeconds',
  '95 of 100 wait at most': 'wait95Seconds',
};

type Answered = PlanQuestion & { answer: NonNullable<PlanQuestion['answer']> };

/** What a number does to a figure: a curve with its band, and where it is best. */
export function Sweep({ question }: { question: Answered }) {
  const { plan } = useWorkplace().draft;
  const { answer, asked } = question;
  const [shown, setShown] = useState('Answered in time');
  const measure = MEASURES.find(({ name }) => name === shown);
  const best = answer.best[SHOWN[shown] ?? ''];
  const name = asked.sweep ? dialName(plan, asked.sweep.dial) : '';
  const option = useMemo(() => measure && sweepOption({ answer, measure, name, best }), [answer, measure, name, best]);
  if (!measure || !option) return null;
  const at = answer.rows.find(({ value }) => value === best?.at);
  const figure = at && measure.of(at.figures).mean;
  return (
    <>
      <Segmented aria-label="Figure" options={Object.keys(SHOWN)} value={shown} onChange={setShown} />
      {best && (
        <p>
          Best at <strong>{best.at}</strong>
          {figure != null && ` (${measure.show(figure)})`}
          {best.from < best.to
            ? `; between ${best.from} and ${best.to} nothing is certainly worse.`
            : '; everything else that was tried is certainly worse.'}
        </p>
      )}
      <Suspense fallback={<p>The curve is being drawn…</p>}>
        <Chart label={`${name}: ${shown}`} option={option} />
      </Suspense>
    </>
  );
}
