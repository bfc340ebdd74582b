import { useEffect, useRef, useState } from 'react';
import type { LiveGauge } from '../api/client';

/** How far a phone may tell an angle, in degrees to either side, and how long it is held still. */
const doubt = 0.3;
const steadyFor = 1000;
/** The most a phone tells that is wanted of a browser that asks first. */
interface Asks {
  requestPermission?: () => Promise<string>;
}

/** Whether this device has a tilt to tell; on a bench computer nothing is offered. */
export const canTilt = () => 'DeviceOrientationEvent' in window && matchMedia('(pointer: coarse)').matches;

/** How far the long edge of the device stands above level, in degrees. */
const inclined = (e: DeviceOrientationEvent): number | null => {
  if (e.beta === null) return null;
  const rad = Math.PI / 180;
  return Math.asin(Math.max(-1, Math.min(1, Math.sin(e.beta * rad)))) / rad;
};

/** The phone as a protractor: its tilt against where it was zeroed, as a gauge tells it. */
export function useTilt() {
  const [on, setOn] = useState(false);
  const [told, setTold] = useState<LiveGauge | undefined>(undefined);
  const [problem, setProblem] = useState('');
  const zero = useRef(0);
  const now = useRef(0);
  const list = useRef<{ at: number; value: number }[]>([]);

  useEffect(() => {
    if (!on) return undefined;
    const hear = (e: DeviceOrientationEvent) => {
      const angle = inclined(e);
      if (angle === null) {
        setProblem('This device tells no tilt yet: move it a little, or use a protractor, and type it.');
        return;
      }
      setProblem('');
      now.current = angle;
      const value = angle - zero.current;
      const at = performance.now();
      list.current = [...list.current, { at, value }].filter((s) => at - s.at <= steadyFor + 100);
    };
    // a browser may tell a tilt once, and no more while it does not change
    const look = setInterval(() => {
      const at = performance.now();
      const last = list.current.at(-1);
      if (!last) return;
      list.current = [...list.current, { at, value: last.value }].filter((s) => at - s.at <= steadyFor + 100);
      const values = list.current.map((s) => s.value);
      const spread = Math.max(...values) - Math.min(...values);
      const first = list.current[0];
      setTold({
        number: 'phone',
        name: 'this phone, its long edge along it',
        kind: 'angle',
        unit: 'deg',
        doubt,
        resolution: 0.1,
        text: Math.abs(last.value).toFixed(1),
        in: 'deg',
        value: last.value,
        steady: first !== undefined && at - first.at >= steadyFor && spread <= doubt,
        spread,
        within: doubt,
        held: false,
      });
    }, 100);
    window.addEventListener('deviceorientation', hear);
    return () => {
      clearInterval(look);
      window.removeEventListener('deviceorientation', hear);
    };
  }, [on]);

  return {
    on,
    told: on ? told : undefined,
    problem,
    begin: async () => {
      const asks = (DeviceOrientationEvent as unknown as Asks).requestPermission;
      const may = asks ? await asks().catch(() => 'denied') : 'granted';
      setProblem(may === 'granted' ? '' : 'This phone may not tell its tilt: allow motion for this page, or type what a protractor shows.');
      setOn(may === 'granted');
    },
    zero: () => {
      zero.current = now.current;
      list.current = [{ at: performance.now(), value: 0 }];
    },
    end: () => {
      setOn(false);
      setTold(undefined);
      list.current = [];
    },
  };
}
