import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { keepUpToDate, PARTS } from '../api/plan';
import { SESSION } from '../api/session';

/** A break shorter than this is not worth a word: the browser connects again by itself. */
const WORTH_A_WORD = 3000;

/** Follows a plan's changes and asks for what they touch anew. Tells whether the connection is lost. */
export function useFeed(plan: string) {
  const client = useQueryClient();
  const [lost, setLost] = useState(false);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let source: EventSource;
    let opened = false;
    const { told, stop } = keepUpToDate(client, plan);
    function connect() {
      source = new EventSource(`/api/v1/plans/${plan}/feed`);
      for (const part of PARTS) source.addEventListener(part, (event) => told(part, Number(event.data)));
      source.onopen = () => {
        // After a break it may be another session, or another version, that answers.
        if (opened) void client.invalidateQueries({ queryKey: SESSION });
        opened = true;
        clearTimeout(timer);
        timer = undefined;
        setLost(false);
      };
      source.onerror = () => {
        timer ??= setTimeout(() => setLost(true), WORTH_A_WORD);
        if (source.readyState === EventSource.CLOSED) setTimeout(connect, WORTH_A_WORD);
      };
    }
    connect();
    return () => {
      clearTimeout(timer);
      source.onerror = null;
      source.close();
      stop();
    };
  }, [client, plan]);
  return lost;
}
