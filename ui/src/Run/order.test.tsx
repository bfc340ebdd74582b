import { renderToStaticMarkup } from 'react-dom/server';
import { MemoryRouter } from 'react-router';
import { expect, test } from 'vitest';
import type { Order } from '../api/client';
import { OrderSlip } from './OrderSlip';
import { Places } from './Places';

const order: Order = {
  about: 'reach',
  part: 'a lever of another radius',
  what: [{ name: 'sits', text: 'from the lever to the gearbox' }],
  why: 'No setting serves.',
  lines: [{ name: 'pitch', text: '1.25 mm' }],
  prepare: ['Oil the inner.'],
  against: { windows: ['slack at idle 0.3 to 1.3 mm', 'kickdown: comes'], cures: ['a lever of another radius: 34 mm instead of 30 mm'] },
};

test('the slip names the part and its measures, what cannot be met together, and what would allow it', () => {
  const html = renderToStaticMarkup(
    <MemoryRouter>
      <OrderSlip run="r1" order={order} waiting />
    </MemoryRouter>,
  );
  for (const says of [
    'To order: a lever of another radius',
    'from the lever to the gearbox',
    '1.25 mm',
    'These cannot be met together',
    'One part would allow it',
    'Oil the inner.',
  ])
    expect(html).toContain(says);
  expect(html).toContain('/api/v1/runs/r1/order.pdf?paper=Letter');
  expect(html, 'while the run waits it stands open').toMatch(/<details[^>]* open=""/);
  expect(
    renderToStaticMarkup(
      <MemoryRouter>
        <OrderSlip run="r1" order={order} waiting={false} />
      </MemoryRouter>,
    ),
  ).not.toMatch(/<details[^>]* open=""/);
});

test('places stand side by side with what each still wants', () => {
  const html = renderToStaticMarkup(
    <Places
      list={[
        { name: 'left', says: 'locked', done: true, now: false },
        { name: 'right', says: 'to be set', done: false, now: true },
      ]}
    />,
  );
  expect(html).toContain('✓ left');
  expect(html).toMatch(/aria-current="step"[^>]*>.*right/);
  expect(renderToStaticMarkup(<Places list={[]} />)).toBe('');
});
