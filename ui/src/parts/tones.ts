import type { RunView } from '../api/client';

export type Signal = 'hold' | 'release' | '';

const held = (action: string) => action === 'read' || action === 'check';

/** What whoever is at the other end does now: hold while it is read or tried, let go when that is over. */
export function signalOf(was: string, view: RunView['view']): Signal {
  if (held(view.advice.do)) return 'hold';
  return held(was) ? 'release' : '';
}

/** Two tones: rising to hold, falling to let go. Nothing where the browser makes no sound. */
export function sound(signal: Signal): void {
  if (signal === '' || !('AudioContext' in window)) return;
  const audio = new AudioContext();
  const pitches = signal === 'hold' ? [440, 660] : [660, 440];
  pitches.forEach((pitch, i) => {
    const tone = audio.createOscillator();
    const gain = audio.createGain();
    gain.gain.value = 0.2;
    tone.frequency.value = pitch;
    tone.connect(gain).connect(audio.destination);
    tone.start(audio.currentTime + i * 0.18);
    tone.stop(audio.currentTime + i * 0.18 + 0.16);
    if (i === pitches.length - 1)
      tone.onended = () => {
        void audio.close();
      };
  });
}
