import { useEffect, useState } from 'react';

/** How long a page nobody sees goes on to follow: a browser holds few connections to one server. */
const unseen = 20_000;
/** After how long a stream that was refused is asked for again; the page looks by itself until then. */
const again = 30_000;

/** Follows a stream of the server while the page is seen; true while it is followed. `open` makes it, with all it listens to. Without a
 * key nothing is followed. */
export function useLive(open: () => EventSource, key: string): boolean {
  const [live, setLive] = useState(false);
  useEffect(() => {
    if (key === '') return undefined;
    let source: EventSource | undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = () => {
      clearTimeout(timer);
      source?.close();
      source = undefined;
      setLive(false);
    };
    const begin = () => {
      stop();
      const one = open();
      source = one;
      one.onopen = () => {
        setLive(true);
      };
      one.addEventListener('out', stop);
      one.onerror = () => {
        setLive(false); // a browser comes back by itself after the last entry, unless it was refused
        if (one.readyState === EventSource.CLOSED) timer = setTimeout(begin, again);
      };
    };
    const seen = () => {
      clearTimeout(timer);
      if (document.hidden) timer = setTimeout(stop, unseen);
      else if (!source || source.readyState === EventSource.CLOSED) begin();
    };
    begin();
    document.addEventListener('visibilitychange', seen);
    return () => {
      document.removeEventListener('visibilitychange', seen);
      stop();
    };
    // the stream is another one when its key is
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return live;
}
