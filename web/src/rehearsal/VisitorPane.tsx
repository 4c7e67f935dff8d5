import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { DoorDocument, View, VisitView, Way } from '../../widget/document';
import { showDoor } from '../../widget/mount';
import { stateOf } from '../../widget/stage';
import type { Actions } from '../../widget/states';
import type { CheckStep } from '../api/rehearsals';
import { languageName } from '../ui/languages';

interface VisitorPaneProps {
  name: string;
  door: DoorDocument;
  view: VisitView;
  onAct: (step: Omit<CheckStep, 'at'>) => void;
}

/** A visitor's side of a chat, by the very code that visitors load; what is done in it goes to the rehearsal. */
export function VisitorPane({ name, door, view, onAct }: VisitorPaneProps) {
  const host = useRef<HTMLDivElement>(null);
  const [rated, setRated] = useState(false);
  const act = useRef(onAct);
  useEffect(() => {
    act.current = onAct;
  });
  useEffect(() => {
    if (!host.current) return;
    const says = (text: string) => act.current({ do: 'say', chat: name, by: 'visitor', text });
    const actions: Actions = {
      onOpen: () => undefined,
      onClose: () => undefined,
      onStart: () => undefined,
      onDismiss: () => undefined,
      onAnswers: (answers) => act.current({ do: 'say', chat: name, by: 'visitor', answers }),
      onMessage: () => act.current({ do: 'choose', chat: name, way: 'message' }),
      onLine: says,
      onTyping: () => undefined,
      onWay: (way: Way) => act.current({ do: 'choose', chat: name, way }),
      onEnd: () => act.current({ do: 'leave', chat: name }),
      // A rehearsal keeps no ratings.
      onRate: () => setRated(true),
      onKeep: () => undefined,
      onPrint: () => undefined,
      onMail: () => undefined,
      // A rehearsal keeps no files; that one came is all it can tell.
      onFile: (file) => says(file.name),
    };
    showDoor(host.current, door, sceneOf(view, rated), actions);
  }, [name, door, view, rated]);
  const over = view.stage === 'ended';
  return (
    <section className="visitor-pane" aria-label={`Visitor ${name}`}>
      <header>
        <h2>{name}</h2>
        <span className="soft">
          {door.name}, {languageName(door.language)}
        </span>
        <span className="header-space" />
        {view.stage === 'bot' && (
          <Button size="small" onClick={() => onAct({ do: 'hand-over', chat: name })}>
            Asks for a person
          </Button>
        )}
        {!over && (
          <>
            <Button size="small" onClick={() => onAct({ do: 'lost', chat: name })}>
              Loses connection
            </Button>
            <Button size="small" onClick={() => onAct({ do: 'leave', chat: name })}>
              Leaves
            </Button>
          </>
        )}
      </header>
      <div className="visitor-window">
        <div ref={host} data-framed="" />
      </div>
    </section>
  );
}

function sceneOf(view: VisitView, rated: boolean): View {
  return {
    state: stateOf(view, true, false),
    returning: false,
    invitation: null,
    known: {
      operator: view.operator ? { name: view.operator.name, bot: view.operator.bot, picture: view.operator.picture ? `/${view.operator.picture}` : undefined } : undefined,
      position: view.position ?? undefined,
    },
    lines: view.lines.map((line) => ({
      id: String(line.number),
      from: line.from as View['lines'][number]['from'],
      text: line.text,
      name: line.name ?? undefined,
      at: line.at,
      mark: line.from === 'visitor' ? ('read' as const) : undefined,
      offers: line.offers,
      picture: line.picture ? `/${line.picture}` : undefined,
    })),
    asked: view.asked,
    ways: view.ways as Way[],
    answers: {},
    typing: false,
    rated,
    letter: false,
    agreed: true,
    canStart: true,
    mailedTo: null,
    notice: null,
    live: true,
  };
}
