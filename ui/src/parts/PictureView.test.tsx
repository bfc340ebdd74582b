import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test } from 'vitest';
import type { Picture } from '../api/client';
import { along, PictureView } from './PictureView';

const text = (t: string, x: number, tone: 'quiet' | 'now' = 'quiet') => ({ x, y: 40, size: 15, tone, text: t });
const picture: Picture = {
  shapes: [
    { points: [0, 0, 10, 10], weight: 2, tone: 'ink' },
    { points: [5, 5], round: 4, weight: 1, tone: 'now', fill: 'paper' },
    { points: [0, 0, 10, 0, 10, 10], weight: 1, tone: 'ink', fill: 'wash', closed: true },
  ],
  whole: [text('knob', 20), text('○ dogs home', 900), text('2 turns out', 500, 'now')],
  middle: [],
  halves: [],
  beside: { whole: ['lost motion 0 to 1.5 mm'], middle: [], halves: [] },
  says: 'knob; 2 turns out',
};

test('the scene is drawn as it came: lines, circles, closed shapes and texts at their places', () => {
  const html = renderToStaticMarkup(<PictureView picture={picture} />);
  expect(html).toContain('aria-label="knob; 2 turns out"');
  expect(html).toContain('d="M0 0L10 10"');
  expect(html).toContain('d="M0 0L10 0L10 10Z"');
  expect(html).toMatch(/<circle cx="5" cy="5" r="4"/);
  expect(html).toMatch(/<text x="500" y="40"[^>]*fill="var\(--mui-palette-primary-main\)"[^>]*>2 turns out</);
  expect(html, 'what found no place stands beneath').toContain('lost motion 0 to 1.5 mm');
});

test('a state that was tapped is ticked in the picture at once', () => {
  expect(renderToStaticMarkup(<PictureView picture={picture} />)).toContain('○ dogs home');
  const proved = renderToStaticMarkup(<PictureView picture={picture} proved={['dogs home']} />);
  expect(proved).toContain('✓ dogs home');
  expect(proved).not.toContain('○ dogs home');
});

test('what follows the control stands between the places that were drawn; the rest stays', () => {
  const follows = [
    {
      shape: 0,
      at: [
        [0, 0, 10, 10],
        [0, 0, 20, 10],
        [0, 0, 20, 50],
      ],
    },
  ];
  const at = (share: number) => along(picture, share, follows);
  expect(at(0)[0]?.points).toEqual([0, 0, 10, 10]);
  expect(at(0.25)[0]?.points).toEqual([0, 0, 15, 10]);
  expect(at(1)[0]?.points).toEqual([0, 0, 20, 50]);
  expect(at(7)[0]?.points, 'no farther than its travel').toEqual([0, 0, 20, 50]);
  expect(at(0.5)[1]).toEqual(picture.shapes[1]);
  expect(picture.shapes[0]?.points, 'the picture itself is not changed').toEqual([0, 0, 10, 10]);
});

test('what is so only while it stands still is not said while the control moves', () => {
  const enlarged = { ...picture, whole: [{ ...text('aileron, drawn 8 times', 20), gone: 'aileron' }] };
  expect(renderToStaticMarkup(<PictureView picture={enlarged} />)).toContain('drawn 8 times');
  const moving = renderToStaticMarkup(<PictureView picture={enlarged} moved={{ share: 0.5, follows: [] }} />);
  expect(moving).toContain('>aileron<');
  expect(moving).not.toContain('drawn 8 times');
});
