import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api, windowId } from '../api/client';
import { lookWhetherAway } from '../api/connection';

/** The event that a pedal's button raises in the window that a person used last. */
export const pedalEvent = 'wide-lever-pedal';

/** Reads again whatever another window changed, as soon as it did. A hidden window listens again when it is shown. */
export function useNews() {
  const client = useQueryClient();
  useEffect(() => {
    let source: EventSource | null = null;
    const listen = () => {
      if (document.hidden || source !== null) return;
      const stream = new EventSource(`/api/news?window=${windowId()}`);
      // What happened while nobody listened is read at once, and again after every break.
      stream.addEventListener('ready', () => void client.invalidateQueries());
      stream.addEventListener('changed', (event: MessageEvent<string>) => {
        if (event.data.split('\n')[1] !== windowId()) void client.invalidateQueries();
      });
      stream.addEventListener('error', lookWhetherAway);
      stream.addEventListener('pedal', (event: MessageEvent<string>) => {
        window.dispatchEvent(new CustomEvent(pedalEvent, { detail: event.data.split('\n')[0] }));
      });
      source = stream;
    };
    let leaving = false;
    const hide = (resting: boolean) => {
      source?.close();
      source = null;
      // Told so that nobody takes over what is typed here; the request outlives the page.
      void api.POST('/api/news/hidden', {
        params: { query: { resting, at: performance.timeOrigin + performance.now() } },
        keepalive: true,
      });
    };
    // A window that is being closed is hidden first: only one that is still there a moment later rests.
    let rest: ReturnType<typeof setTimeout> | undefined;
    const onVisibility = () => {
      clearTimeout(rest);
      if (!document.hidden) listen();
      else if (!leaving) rest = setTimeout(() => hide(true), 1_000);
    };
    const onLeave = () => {
      leaving = true;
      clearTimeout(rest);
      hide(false);
    };
    const onReturn = () => {
      leaving = false;
      listen();
    };
    listen();
    document.addEventListener('visibilitychange', onVisibility);
    window.addEventListener('pagehide', onLeave);
    window.addEventListener('pageshow', onReturn);
    return () => {
      clearTimeout(rest);
      document.removeEventListener('visibilitychange', onVisibility);
      window.removeEventListener('pagehide', onLeave);
      window.removeEventListener('pageshow', onReturn);
      source?.close();
    };
  }, [client]);
}
