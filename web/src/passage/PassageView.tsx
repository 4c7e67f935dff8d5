import { Button, Segmented } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { save } from '../api/client';
import type { SimulatedPassage } from '../api/model';
import { usePassage, usePassageNow, usePassageSimulated } from '../api/results';
import { SidePanel } from '../settings/SidePanel';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from '../plan/place';
import { useAddress } from '../plan/useAddress';
import { useWorkplace } from '../plan/workplace';
import { Attention } from './Attention';
import { BotPassing } from './BotPassing';
import { FirstSteps } from './FirstSteps';
import { PassageDrawing } from './PassageDrawing';
import { passageSvg } from './passageSvg';
import { TryChat } from '../settings/TryChat';
import './passage.css';

const EXPECTED = 'expected';
const SIMULATED = 'simulated';
const NOW = 'now';

const WORDS: Record<string, string> = {
  [EXPECTED]: 'Draft: by the forecast and the staffing model',
  [NOW]: 'Live: the chats of the last hour, and who is there this minute',
};

function simulatedWords(simulated: SimulatedPassage | undefined) {
  if (simulated?.failure) return `Draft: it could not be simulated: ${simulated.failure}`;
  const weeks = simulated?.replications ?? 0;
  return `Draft: by the whole design, ${weeks === 0 ? 'being simulated' : `${weeks} simulated weeks`}`;
}

/** The routes that chats take at the moment, or took in the last hour, with the settings of the selected place beside them. */
export function PassageView() {
  const { draft, at, week, account } = useWorkplace();
  const [params, change] = useAddress();
  const watches = draft.live !== null && account.permissions.includes('WATCH');
  const asked = params.get('source') ?? EXPECTED;
  const source = asked === SIMULATED || (asked === NOW && watches) ? asked : EXPECTED;
  const expected = usePassage(draft.id, at, source === EXPECTED);
  const simulated = usePassageSimulated(draft.id, at, source === SIMULATED);
  const came = usePassageNow(draft.id, source === NOW);
  const data = source === NOW ? came.data : source === SIMULATED ? simulated.data?.passage : expected.data;
  const error = source === NOW ? came.error : source === SIMULATED ? simulated.error : expected.error;
  const { tryChat, trying, selection } = usePlace();
  const bot = selection?.kind === 'bots' ? data?.bots.find(({ id }) => id === selection.id) : undefined;
  const frame = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 740, height: 560 });
  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return (
    <div className="passage">
      <section className="passage-main" aria-label="Passage">
        <div className="passage-source">
          <Segmented
            size="small"
            aria-label="Where the figures come from"
            options={[
              { value: EXPECTED, label: 'Expected at the moment' },
              { value: SIMULATED, label: 'Simulated' },
              ...(watches ? [{ value: NOW, label: 'Now' }] : []),
            ]}
            value={source}
            onChange={(next) => change({ source: next === EXPECTED ? null : next })}
          />
          <span className="soft">{source === SIMULATED ? simulatedWords(simulated.data) : WORDS[source]}</span>
        </div>
        <div className="passage-head">
          <h3>Doors</h3>
          {data && data.bots.length > 0 && <h3>Bot</h3>}
          <h3>Queues</h3>
          <h3>
            How it ends
            {data && (
              <button
                type="button"
                className="plain-link passage-export"
                title="Save the drawing as SVG"
                onClick={() =>
                  save(
                    new Blob([passageSvg(data, draft.plan.settings.name, week)], { type: 'image/svg+xml' }),
                    `passage-${data.at.slice(0, 16).replace(':', '')}.svg`,
                  )
                }
              >
                SVG
              </button>
            )}
          </h3>
        </div>
        <div className="passage-frame" ref={frame}>
          <ErrorNote error={error} />
          {data && <PassageDrawing passage={data} {...size} />}
        </div>
      </section>
      <aside className="panel" aria-label="Settings">
        {!trying && (
          <Button className="panel-try" onClick={() => tryChat(draft.plan.doors[0]?.id ?? '')}>
            Try a chat
          </Button>
        )}
        {bot && !trying && <BotPassing bot={bot} />}
        {trying ? (
          <TryChat />
        ) : (
          <SidePanel>
            {draft.live ? <Attention /> : <FirstSteps />}
          </SidePanel>
        )}
      </aside>
    </div>
  );
}
