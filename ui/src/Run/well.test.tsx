// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { CheckPanel } from './CheckPanel';
import { MarkFirst } from './MarkFirst';
import { advice, refusing, taken, tap } from './taps.testing';

// several answers that are well, by one tap

beforeEach(() => {
  localStorage.clear();
});
afterEach(cleanup);

test('all wheels are answered by one tap, an entry for each; what is refused stops there', async () => {
  const answers = [
    { id: 'silent', says: 'silent' },
    { id: 'drags', says: 'drags' },
  ];
  const ids = ['drag.front-left', 'drag.front-right', 'drag.rear-left', 'drag.rear-right'];
  const all = ids.map((check) => ({ check, name: check, answer: 'silent', says: 'silent' }));
  const check = { check: 'drag.front-left', ask: 'Turn the wheel', answers, conditions: [], all };
  const send = taken();
  const shown = render(<CheckPanel advice={advice({ do: 'check', check })} run="r" send={send} />);
  await tap('✓ all 4: silent');
  expect(send.mock.calls.map(([, body]) => (body as { check: string }).check)).toEqual(ids);
  const no = refusing('kind', 'the wheels are off');
  shown.rerender(<CheckPanel advice={advice({ do: 'check', check })} run="r" send={no} />);
  await tap('✓ all 4: silent');
  expect(no).toHaveBeenCalledOnce();
  expect(await screen.findByText('the wheels are off')).toBeTruthy();
});

test('looks of several kinds go out by one tap, each with the answer that is well for it', async () => {
  const all = [
    { check: 'look-mat', name: 'floor', answer: 'clear', says: 'clear' },
    { check: 'look-spring', name: 'return spring', answer: 'good', says: 'it holds' },
  ];
  const answers = [
    { id: 'clear', says: 'clear' },
    { id: 'mat', says: 'a mat' },
  ];
  const send = taken();
  render(
    <CheckPanel
      advice={advice({ do: 'check', check: { check: 'look-mat', ask: 'Clear?', answers, conditions: [], all } })}
      run="r"
      send={send}
    />,
  );
  expect(screen.getByRole('list', { name: 'All of these' }).textContent).toContain('return spring: it holds');
  await tap('✓ all 2 as they should be');
  expect(send.mock.calls.map(([, body]) => body)).toMatchObject([
    { check: 'look-mat', answer: 'clear' },
    { check: 'look-spring', answer: 'good' },
  ]);
});

test('a paint mark before the first turn is one tap, and a refusal of it is told', async () => {
  const of = { id: 'barrel', name: 'barrel' };
  const send = taken();
  const shown = render(<MarkFirst run="r" of={of} send={send} />);
  await tap('Paint mark made');
  expect(send).toHaveBeenCalledWith('marked', { adjuster: 'barrel' });
  shown.rerender(<MarkFirst run="r" of={of} send={refusing('kind', 'the run is signed')} />);
  await tap('Paint mark made');
  expect(await screen.findByText('the run is signed')).toBeTruthy();
});
