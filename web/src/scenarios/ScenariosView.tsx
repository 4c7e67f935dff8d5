import { Button, Popconfirm, Segmented, Select } from 'antd';
import { isActive, useJobs } from '../api/jobs';
import type { PlanQuestion } from '../api/model';
import { useAskAgain, useForget, useQuestions } from '../api/questions';
import { JobLine } from '../plan/JobLine';
import { Outcomes } from '../plan/Outcomes';
import { useAddress } from '../plan/useAddress';
import { useWorkplace } from '../plan/workplace';
import { formatDays } from '../time/time';
import { ErrorNote } from '../ui/ErrorNote';
import { AskPanel } from './AskPanel';
import { SideBySide } from './SideBySide';
import { Sweep } from './Sweep';
import '../plan/strips.css';
import '../ui/chart.css';
import './scenarios.css';

const ASK = 'Ask';
const FIGURES = 'Figures';
const KIND = 'ANSWER_QUESTION';

/** What if: weeks that come otherwise side by side, and numbers turned through a range, all by simulation. */
export function ScenariosView() {
  const { draft } = useWorkplace();
  const { data: questions, error } = useQuestions(draft.id);
  const [params, put] = useAddress();
  const asked = Number(params.get('question'));
  const question = questions?.find(({ id }) => id === asked) ?? questions?.[0];
  const row = Number(params.get('row') ?? 0);
  const panel = params.get('panel') ?? ASK;

  return (
    <div className="staffing scenarios">
      <section className="staffing-main" aria-label="Answer">
        <div className="staffing-head">
          <h1>Scenarios</h1>
          {question && (
            <Select
              aria-label="Question"
              className="question-picker"
              popupMatchSelectWidth={false}
              value={question.id}
              onChange={(id) => put({ question: String(id), row: null })}
              options={questions?.map((one) => ({ value: one.id, label: one.asked.name }))}
            />
          )}
          {question && <Manage question={question} />}
        </div>
        <JobLine />
        <ErrorNote error={error} />
        {questions?.length === 0 && (
          <p className="soft">
            Nothing was asked yet. Put together what may come otherwise, or choose a number to turn; every answer is kept with the plan.
          </p>
        )}
        {question && <Shown question={question} row={row} onPick={(picked) => put({ row: String(picked), panel: FIGURES })} />}
      </section>
      <aside key={panel} className="panel" aria-label={panel}>
        <Segmented block options={[ASK, FIGURES]} value={panel} onChange={(shown) => put({ panel: shown === ASK ? null : shown })} />
        {panel === ASK ? (
          <AskPanel onAsked={(id) => put({ question: String(id), row: null })} />
        ) : (
          question && <RowFigures question={question} row={row} />
        )}
      </aside>
    </div>
  );
}

function Manage({ question }: { question: PlanQuestion }) {
  const { draft, canEdit } = useWorkplace();
  const again = useAskAgain(draft.id);
  const forget = useForget(draft.id);
  const { data: jobs = [] } = useJobs(draft.id);
  if (!canEdit) return null;
  const atIt = jobs.some((job) => isActive(job) && job.kind === KIND && job.subject === String(question.id));
  return (
    <>
      <Button disabled={atIt || again.isPending} onClick={() => again.mutate(question.id)}>
        Ask again
      </Button>
      <Popconfirm title="Remove this question and its answer?" okText="Remove" cancelText="Keep" onConfirm={() => forget.mutate(question.id)}>
        <Button>Remove…</Button>
      </Popconfirm>
      <ErrorNote error={again.error ?? forget.error} />
    </>
  );
}

function Shown({ question, row, onPick }: { question: PlanQuestion; row: number; onPick: (row: number) => void }) {
  const { answer, asked, outdated } = question;
  const where = `${asked.of === 'draft' ? 'the draft' : 'the live plan'} in the week from ${formatDays({ firstDay: asked.monday, lastDay: asked.monday })}`;
  if (!answer) return <p>Not answered yet: {where}.</p>;
  return (
    <>
      <p className="soft">
        By {answer.replications} simulated weeks each, the same visitors for all; {where}. Shares are of all chats that come: what the bot
        finishes nobody answers.
        {outdated && <strong> The plan, its volumes or rosters have changed since.</strong>}
      </p>
      {asked.sweep ? <Sweep question={{ ...question, answer }} /> : <SideBySide answer={answer} row={row} onPick={onPick} />}
    </>
  );
}

function RowFigures({ question, row }: { question: PlanQuestion; row: number }) {
  const { answer } = question;
  const shown = answer?.rows[row] ?? answer?.rows[0];
  if (!answer || !shown) return <p>Not answered yet.</p>;
  const planned = answer.rows[0]?.figures;
  return (
    <>
      <h2>{shown.name}</h2>
      <Outcomes
        figures={shown.figures}
        before={shown.difference ? (planned ?? null) : null}
        difference={shown.difference ?? null}
        names={['So', 'Planned']}
      />
      <h3>Answered in time</h3>
      <table className="outcomes">
        <tbody>
          {shown.queues.map(({ queue, name, figures }) => (
            <tr key={queue}>
              <th scope="row">{name}</th>
              <td>{figures.answeredInTime.mean == null ? '–' : `${(100 * figures.answeredInTime.mean).toFixed(1)} %`}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3>Assumed</h3>
      {answer.notes.map((note) => (
        <p key={note} className="soft">
          {note}
        </p>
      ))}
    </>
  );
}
