// @vitest-environment jsdom
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, test } from 'vitest';
import type { Sheet } from '../../api/client';
import { FormContext } from '../form/form';
import { formOf, PaperContext, type PaperOf } from './paper';
import { Wears } from './Wears';

test('what wears and is not asked yet goes onto the sheet by one tap, behind what stands there', async () => {
  const asked = { id: 'look-spring', name: 'spring' };
  const bush = { id: 'look-bush', name: 'lever', ask: 'Rock the lever in its ball: firm?', kind: 'condition', answers: [] };
  const put: [unknown, unknown][] = [];
  const of = {
    sheet: { checks: [asked] } as unknown as Sheet,
    words: { limits: [], steps: [], locks: [] },
    proofs: [],
    wears: [asked, bush] as unknown as Sheet['checks'],
    set: (path: unknown, value: unknown) => put.push([path, value]),
  } as unknown as PaperOf;
  render(
    <PaperContext.Provider value={of}>
      <FormContext.Provider value={formOf(of)}>
        <Wears />
      </FormContext.Provider>
    </PaperContext.Provider>,
  );
  expect(screen.getAllByRole('button')).toHaveLength(1);
  await userEvent.click(screen.getByRole('button', { name: 'ask it' }));
  expect(put).toEqual([[['checks', 1], bush]]);
});
