import { afterEach, expect, test, vi } from 'vitest';
import type { RunView } from '../api/client';
import { signalOf, sound } from './tones';

const view = (action: string) => ({ advice: { do: action } }) as unknown as RunView['view'];

afterEach(() => {
  vi.unstubAllGlobals();
});

test('whoever holds the control is told to hold while it is read or tried, and to let go after', () => {
  expect(signalOf('', view('read'))).toBe('hold');
  expect(signalOf('read', view('check'))).toBe('hold');
  expect(signalOf('check', view('move'))).toBe('release');
  expect(signalOf('move', view('settle')), 'nobody holds anything').toBe('');
});

test('hold rises and release falls; without sound nothing breaks', () => {
  const heard: number[] = [];
  const tone = () => {
    const frequency = {
      set value(pitch: number) {
        heard.push(pitch);
      },
    };
    return { frequency, connect: (to: unknown) => to, start: vi.fn(), stop: vi.fn() };
  };
  class Audio {
    currentTime = 0;
    createOscillator = tone;
    createGain = () => ({ gain: { value: 0 }, connect: (to: unknown) => to });
  }
  vi.stubGlobal('window', {});
  sound('hold');
  vi.stubGlobal('window', { AudioContext: Audio });
  vi.stubGlobal('AudioContext', Audio);
  sound('hold');
  expect(heard).toEqual([440, 660]);
  sound('release');
  expect(heard).toEqual([440, 660, 660, 440]);
  sound('');
  expect(heard).toHaveLength(4);
});
