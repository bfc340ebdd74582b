import { useEffect, useRef, useState } from 'react';

/** Two minutes, in seconds: what a voice note may be. */
export const longest = 120;

/** Whether this browser records here by itself: only where the address is secure. */
export const canRecord = () => 'mediaDevices' in navigator && 'MediaRecorder' in window;

/** The microphone: started and stopped by a tap, stopped by itself after two minutes. */
export function useRecorder(onDone: (sound: Blob) => void) {
  const recorder = useRef<MediaRecorder | null>(null);
  const [seconds, setSeconds] = useState(-1); // -1 when it does not record
  const [problem, setProblem] = useState('');
  const stop = () => {
    recorder.current?.stop();
  };
  const start = async () => {
    setProblem('');
    let stream: MediaStream;
    try {
      stream = await navigator.mediaDevices.getUserMedia({ audio: true });
    } catch {
      setProblem('The microphone is not to be had: allow it for this page, or pick a recording from a file.');
      return;
    }
    const one = new MediaRecorder(stream, { audioBitsPerSecond: 48_000 });
    const parts: Blob[] = [];
    one.ondataavailable = (e) => {
      parts.push(e.data);
    };
    one.onstop = () => {
      for (const t of stream.getTracks()) t.stop();
      recorder.current = null;
      setSeconds(-1);
      onDone(new Blob(parts, { type: one.mimeType }));
    };
    recorder.current = one;
    one.start();
    setSeconds(0);
  };
  const runs = seconds >= 0;
  useEffect(() => {
    if (!runs) return undefined;
    const clock = setInterval(() => {
      setSeconds((s) => s + 1);
    }, 1000);
    return () => {
      clearInterval(clock);
    };
  }, [runs]);
  useEffect(() => {
    if (seconds >= longest) stop();
  }, [seconds]);
  useEffect(
    () => () => {
      if (!recorder.current) return;
      recorder.current.onstop = null; // gone away from: nothing is kept, the microphone is let go
      for (const t of recorder.current.stream.getTracks()) t.stop();
    },
    [],
  );
  return { seconds, problem, start, stop };
}
