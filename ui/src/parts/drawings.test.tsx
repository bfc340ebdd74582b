import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test } from 'vitest';
import { BarsView } from './drawings/BarsView';
import { CoilView } from './drawings/CoilView';
import { ConduitView } from './drawings/ConduitView';
import { GapsView } from './drawings/GapsView';
import { ScaleView } from './drawings/ScaleView';
import { SlotView } from './drawings/SlotView';
import { ThreadView } from './drawings/ThreadView';
import { TriesView } from './drawings/TriesView';
import { TripsView } from './drawings/TripsView';
import type { Line, Rule } from '../api/client';
import { LineView } from './LineView';
import { RuleView } from './RuleView';

const draw = renderToStaticMarkup;
const numbers = (svg: string, pattern: RegExp) => [...svg.matchAll(pattern)].map((m) => Number(m[1]));

const rule: Rule = {
  id: 'length',
  name: 'barrel to eye',
  unit: 'mm',
  min: 142.5,
  max: 143.5,
  from: 139,
  to: 145,
  tick: 0.5,
  tick_say: 'one tick is half a turn',
  doubt: 0.25,
  says: 'tape 1 tells to ± 0.25 mm',
  verdict: 'out',
  words: 'barrel to eye: 139.4 mm, below the window',
  marks: [
    { kind: 'found', at: 139.4, label: 'as found 139.4' },
    { kind: 'should', at: 142.9, label: 'should be 142.9' },
  ],
};

test('a rule says itself in words, and a mark outside points the way to go', () => {
  const low = draw(<RuleView rule={rule} />);
  expect(low).toContain('aria-label="barrel to eye: 139.4 mm, below the window"');
  expect(low).toContain('one tick is half a turn');
  const tip = (svg: string) => {
    const m = /d="M([\d.]+) [\d.]+L([\d.]+) /.exec(svg.slice(svg.indexOf('stroke-dasharray="8 5"')));
    return Number(m?.[2]) - Number(m?.[1]);
  };
  expect(tip(low), 'too short: it points up the scale').toBeGreaterThan(0);
  const high = draw(
    <RuleView
      rule={{
        ...rule,
        marks: [
          { kind: 'found', at: 144.6, label: 'x' },
          { kind: 'should', at: 143, label: 'y' },
        ],
      }}
    />,
  );
  expect(tip(high), 'too long: it points down').toBeLessThan(0);
});

test('the window lies between its limits on the scale', () => {
  const svg = draw(<RuleView rule={rule} />);
  const [x] = numbers(svg, /<rect x="([\d.]+)"/g);
  const [width] = numbers(svg, / width="([\d.]+)" height="38"/g);
  const at = (v: number) => 22 + ((v - 139) / 6) * (320 - 44);
  expect(x).toBeCloseTo(at(142.5), 3);
  expect((x ?? 0) + (width ?? 0)).toBeCloseTo(at(143.5), 3);
});

const line: Line = {
  control: 'helm',
  positions: [
    { id: 'n', name: 'neutral', at: 0 },
    { id: 'f', name: 'forward', at: -52 },
  ],
  position: 'f',
  bends: '215° of bend',
  anchor: 'shift bracket',
  works: 'shift plate',
  barrel: 'barrel',
  pinned: false,
  locked: false,
  threads: 0.4,
  say: '12½ threads in, 6 at least',
  between: 'barrel to eye',
  of: '143.0 mm',
  now: '139.4',
  off: 3.6,
  stale: false,
  states: [{ name: 'dogs home', ok: true }],
  inner: 'pushed',
};

test('the line tells in words what it draws, with the turn when there is one', () => {
  expect(draw(<LineView line={line} />)).toContain('helm in f. barrel to eye 139.4 of 143.0 mm. 12½ threads in, 6 at least.');
  const turning = draw(
    <LineView
      line={{
        ...line,
        turn: {
          adjuster: 'barrel',
          name: 'barrel',
          text: '3½ turns',
          way: 'out',
          turns: 3.5,
          turns_say: '3½',
          way_says: 'away from the eye',
          seen: 'anticlockwise',
          seen_from: 'the drive',
          after: 142.9,
        },
      }}
    />,
  );
  expect(turning).toContain('Turn the barrel 3½ turns away from the eye, seen from the drive anticlockwise.');
  expect(turning).toContain('>3½ turns<');
});

test('what is no length has no dimension line', () => {
  const angle: Line = { ...line };
  delete angle.of;
  expect(draw(<LineView line={line} />)).toContain('139.4 of 143.0 mm</text>');
  expect(draw(<LineView line={angle} />)).not.toContain(' of </text>');
});

test('a turn outward moves the nut toward fewer threads', () => {
  const thread = {
    name: '',
    now: 12.5,
    after: 9,
    min: 6,
    max: 20,
    turn: '3½ turns out',
    now_say: '12½ threads in',
    left_say: 'least 6',
  };
  const svg = draw(<ThreadView thread={thread} />);
  const [was, is] = numbers(svg, /<rect x="([\d.]+)" y="32" width="12"/g);
  expect(is).toBeLessThan(was ?? 0);
  expect(svg).toContain('3½ turns out');
  expect(draw(<ThreadView thread={{ ...thread, after: 12.5, turn: '' }} />)).not.toContain('stroke-dasharray="4 4"');
});

test('a tape is numbered in eighths, and shows what the mark leaves over', () => {
  const first = { unit: 'in', from: 5.25, to: 6, tick: 1 / 16, every: 2 };
  const svg = draw(
    <ScaleView
      says="5 5/8 in."
      scale={{
        at: 5.625,
        ghost: 5.63,
        label: '5 5/8 in',
        first,
        other: { unit: 'mm', from: 133.35, to: 152.4, tick: 1, every: 5 },
      }}
    />,
  );
  for (const n of ['5⅜', '5½', '5⅝', '5¾']) expect(svg).toContain(`>${n}<`);
  expect(svg).toContain('stroke-dasharray="4 4"');
});

test('tries point the way they felt, and the next is named', () => {
  const svg = draw(
    <TriesView
      says="Try 6 next."
      tries={{
        tries: [
          { at: 4, felt: 'too loose' },
          { at: 8, felt: 'too tight' },
          { at: 6, felt: 'good' },
        ],
        next: 6,
        from: 3,
        to: 9,
      }}
    />,
  );
  expect(svg.match(/l17 10l-17 10Z/g)).toHaveLength(1);
  expect(svg.match(/l-17 10l17 10Z/g)).toHaveLength(1);
  expect(svg).toContain('next: 6');
});

test('a bend that is too tight says so, not by colour alone', () => {
  const piece = (bend: number, tight: boolean) => ({ length: 300, bend, radius: 200, tight });
  const svg = draw(<ConduitView says="x" conduit={{ slack: 0.5, pieces: [piece(0, false), piece(90, false), piece(125, true)] }} />);
  expect(svg).toContain('125° too tight');
  expect(svg).toContain('>90°<');
  expect(svg).toContain('>300 mm<');
});

test('a hunting follow-up says that it coasts into the other switch', () => {
  const trips = { extend: 1.2, retract: 1.3, differential: 0.4, coast: 1.4, tolerance: 1.5, hunts: true };
  expect(draw(<TripsView says="x" trips={trips} />)).toContain('coasts into the other switch');
  expect(draw(<TripsView says="x" trips={{ ...trips, hunts: false, rest_extending: 0.1, rest_retracting: -0.1 }} />)).toContain(
    'coasts to rest',
  );
});

test('the other drawings carry their answer in words and shapes', () => {
  expect(draw(<GapsView says="x" gaps={{ left: 2.4, right: 1.1, shift: 0.65, toward: 'left' }} />)).toContain('0.65 mm to the left');
  expect(draw(<GapsView says="x" gaps={{ left: 2, right: 2, shift: 0, toward: 'none' }} />)).not.toContain('to the');
  expect(draw(<SlotView says="x" slot={{ angle: 38, shift: 9, left: 6, gain: 5.5 }} />)).toContain('the slot ends');
  const bars = draw(
    <BarsView
      bars={[
        { name: 'needed', at: 3100, say: '3100 mm', look: 'should' },
        { name: 'stock', at: 3000, say: '3000 mm', look: 'bad' },
        { name: 'stock', at: 3300, say: '3300 mm', look: 'good' },
      ]}
    />,
  );
  expect(bars).toContain('✕ 3000 mm');
  expect(bars).toContain('✓ 3300 mm');
  const coil = {
    kind: 'compression',
    rest: 60,
    full: 40,
    longest: 60,
    force_rest: 8,
    force_full: 14,
    ok: true,
    best: true,
    why: '',
  };
  expect(draw(<CoilView coils={[coil, { ...coil, best: false, ok: false, why: 'coil bound' }]} />)).toMatch(
    /1 · fit this one.*2 · coil bound/,
  );
});
