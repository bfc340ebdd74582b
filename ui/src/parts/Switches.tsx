import Button from '@mui/material/Button';
import { useColorScheme } from '@mui/material/styles';
import { useLayoutEffect, useSyncExternalStore } from 'react';
import { useStored } from '../stored';

/** By day or by lamp: what it is tapped for stands on it. */
export function LampSwitch() {
  const { mode, setMode } = useColorScheme();
  const lamp = mode === 'dark';
  return (
    <Button
      variant="text"
      onClick={() => {
        setMode(lamp ? 'light' : 'dark');
      }}
    >
      {lamp ? 'daylight' : 'lamp'}
    </Button>
  );
}

const gloves = 'data-gloves';

/** Whether there are gloves on the hands, for what is drawn by its own measure. */
export const useGloves = () =>
  useSyncExternalStore(
    (tell) => {
      const seen = new MutationObserver(tell);
      seen.observe(document.documentElement, { attributes: true, attributeFilter: [gloves] });
      return () => {
        seen.disconnect();
      };
    },
    () => document.documentElement.hasAttribute(gloves),
    () => false,
  );

/** Whether there are gloves on the hands: whatever is tapped is larger then. It stays so on this device. */
export function GloveSwitch() {
  const [on, setOn] = useStored('gloves');
  useLayoutEffect(() => {
    document.documentElement.toggleAttribute(gloves, on !== '');
  }, [on]);
  return (
    <Button
      variant="text"
      onClick={() => {
        setOn(on ? '' : 'on');
      }}
    >
      {on ? 'bare hands' : 'gloves'}
    </Button>
  );
}
