import { useEffect, useRef, useState } from 'react';
import { useChange } from '../../api/ask';
import { api, type ClickCount } from '../../api/client';
import loudness from './loudness.ts?worker&url';

/** Whether this browser hears here: only where the address is secure. */
export const canHear = () => 'AudioWorkletNode' in globalThis && 'mediaDevices' in navigator;

const each = 4; // milliseconds
const longest = 60_000 / each;
const askEvery = 400;

/** Counts clicks by the microphone: what it hears is told how loud it was, and the server counts. Nothing is recorded. */
export function useClicks(run: string) {
  const [on, setOn] = useState(false);
  const [heard, setHeard] = useState<ClickCount | null>(null);
  const [problem, setProblem] = useState('');
  const loud = useRef<number[]>([]);
  const close = useRef<(() => void) | null>(null);
  const gone = useRef(false); // the pad was left while the microphone was asked for
  const change = useChange<ClickCount>();

  const ask = useRef<() => Promise<void>>(() => Promise.resolve());

  const end = () => {
    close.current?.();
    close.current = null;
    setOn(false);
  };
  // what was heard since it was asked last is counted too
  const stop = () => {
    end();
    void ask.current();
  };
  const begin = async () => {
    setProblem('');
    setHeard(null);
    loud.current = [];
    try {
      const stream = await navigator.mediaDevices.getUserMedia({
        audio: { autoGainControl: false, noiseSuppression: false, echoCancellation: false }, // they take clicks for noise
      });
      if (gone.current) {
        for (const t of stream.getTracks()) t.stop();
        return;
      }
      const context = new AudioContext();
      close.current = () => {
        for (const t of stream.getTracks()) t.stop();
        void context.close();
      };
      await context.audioWorklet.addModule(loudness);
      const node = new AudioWorkletNode(context, 'loudness');
      node.port.onmessage = (e: MessageEvent<number[]>) => {
        if (loud.current.length < longest - e.data.length) loud.current.push(...e.data);
        else stop(); // a minute is all that is looked at: what was heard stands
      };
      context.createMediaStreamSource(stream).connect(node);
      setOn(true);
    } catch {
      end();
      setProblem('The microphone is not to be had: allow it for this page, or count by hand.');
    }
  };

  useEffect(() => {
    ask.current = async () => {
      const { data, problem } = await change(() =>
        api.POST('/api/v1/runs/{run}/clicks', { params: { path: { run } }, body: { loud: loud.current, each } }),
      );
      if (data) setHeard(data);
      setProblem(problem?.detail ?? '');
    };
  });
  useEffect(() => {
    if (!on) return undefined;
    let waits = false;
    const clock = setInterval(() => {
      if (waits) return; // one question at a time
      waits = true;
      void ask.current().finally(() => {
        waits = false;
      });
    }, askEvery);
    return () => {
      clearInterval(clock);
    };
  }, [on]);
  useEffect(() => {
    gone.current = false;
    return () => {
      gone.current = true;
      close.current?.();
    };
  }, []);
  return { on, heard, problem, begin, end, stop };
}
