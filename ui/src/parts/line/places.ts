import type { Line } from '../../api/client';

/** Where things stand in the drawing, in CSS pixels. */
export interface Places {
  width: number;
  height: number;
  y: number;
  hub: number;
  anchor: number;
  barrel: number;
  target: number;
  rodEnd: number;
  eye: number;
  wide: boolean;
}

/** What is missing to the target is drawn so many pixels a millimetre: far larger than the length itself. */
const perMillimetre = 12;

export function places(line: Line, width: number): Places {
  const wide = width >= 760;
  const height = wide ? 216 : 250;
  const y = wide ? 116 : 128;
  const eye = wide ? width - 224 : width - 62;
  const anchor = wide ? width * 0.44 : 22;
  const target = eye - (eye - anchor) * (wide ? 0.62 : 0.6);
  const room = wide ? 46 : 26;
  const off = Math.max(-room, Math.min(room, line.off * perMillimetre));
  return {
    width,
    height,
    y,
    hub: wide ? 128 : 0,
    anchor,
    barrel: target + off,
    target,
    rodEnd: target + (eye - target) * 0.5,
    eye,
    wide,
  };
}
