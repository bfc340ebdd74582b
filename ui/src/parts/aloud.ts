import { useEffect, useRef } from 'react';
import { signalOf, sound } from './tones';
import type { RunView } from '../api/client';

const plain: Record<string, string> = {
  '½': ' and a half',
  '¼': ' and a quarter',
  '¾': ' and three quarters',
  '⅛': ' and an eighth',
  '±': ' plus or minus ',
  '°': ' degrees',
  ' mm': ' millimetres',
};

/** A text as a voice reads it: fractions and units in words. */
export const spoken = (text: string) =>
  Object.entries(plain)
    .reduce((t, [sign, words]) => t.replaceAll(sign, words), text)
    .replace(/(^|\s) and a (half|quarter)/g, '$1 a $2')
    .replace(/\s+/g, ' ')
    .trim();

/** The last value, what speaks against going on, and the next move. */
export function wordsOf(view: RunView['view']): string {
  const last = view.readings.at(-1);
  const said = view.advice.say.map((p) => p.text).join('');
  return spoken([last && `${last.name}: ${last.text}.`, view.advice.finding, said].filter(Boolean).join(' '));
}

export const canSpeak = () => 'speechSynthesis' in window;

/** Sounds hold or release, then speaks the next move and the last value, whenever the run goes on. Off by default: somebody asks for it. */
export function useAloud(on: boolean, view: RunView['view']): void {
  const at = useRef<number | null>(null);
  const was = useRef('');
  const words = wordsOf(view);
  useEffect(() => {
    if (!on) {
      at.current = null;
      return;
    }
    if (at.current === view.seq) return;
    at.current = view.seq;
    sound(signalOf(was.current, view));
    was.current = view.advice.do;
    if (!canSpeak()) return;
    window.speechSynthesis.cancel(); // what was true before is not read to its end
    window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
  }, [on, view, words]);
}
