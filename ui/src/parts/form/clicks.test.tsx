// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, expect, test, vi } from 'vitest';
import { Pick, W } from './blanks';
import { Any, Yes } from './choices';
import { put, type Value } from './draft';
import { FormContext } from './form';
import { Add, TakeOut } from './rows';

afterEach(cleanup);

/** A form that keeps what is written. */
function Form({ begin, told, children }: { begin: Value; told: (v: Value) => void; children: React.ReactNode }) {
  const [value, setValue] = useState(begin);
  const [assumed, setAssumed] = useState(['size']);
  return (
    <FormContext
      value={{
        value,
        set: (path, next) => {
          const now = put(value, path, next);
          setValue(now);
          told(now);
        },
        faults: new Map([['name', 'write a name']]),
        questions: new Map(),
        assumed,
        sure: (path) => {
          setAssumed(assumed.filter((a) => a !== path));
        },
      }}
    >
      {children}
    </FormContext>
  );
}

test('a figure is kept as a number, one that is none as it was typed, an empty blank as nothing', async () => {
  const told = vi.fn();
  render(
    <Form begin={{ size: 4 }} told={told}>
      <W at={['size']} label="size" unit="mm" number />
    </Form>,
  );
  const blank = screen.getByLabelText('size');
  await userEvent.clear(blank);
  expect(told).toHaveBeenLastCalledWith({});
  await userEvent.type(blank, '1,5');
  expect(told).toHaveBeenLastCalledWith({ size: 1.5 });
  await userEvent.type(blank, 'x');
  expect(told).toHaveBeenLastCalledWith({ size: '1,5x' });
  await userEvent.click(screen.getByRole('button', { name: 'assumed: confirm' }));
  expect(screen.queryByRole('button', { name: 'assumed: confirm' })).toBeNull();
});

test('what is wrong stands beside its blank', () => {
  render(
    <Form begin={{ name: '' }} told={vi.fn()}>
      <W at={['name']} label="name" />
    </Form>,
  );
  expect(screen.getByRole('alert').textContent).toContain('write a name');
  expect(screen.getByLabelText('name').getAttribute('aria-invalid')).toBe('true');
});

test('choices are taken and given back, and an entry comes and goes', async () => {
  const told = vi.fn();
  const options = [
    { id: 'a', name: 'ahead' },
    { id: 'b', name: 'back' },
  ];
  render(
    <Form begin={{ rows: [{ id: 'one' }] }} told={told}>
      <Any at={['any']} label="any" options={options} />
      <Yes at={['so']} says="it is so" />
      <Pick at={['way']} label="way" options={options} none="neither" />
      <Add at={['rows']} what="row" named make={(id) => ({ id })} />
      <TakeOut at={['rows', 0]} name="one" />
    </Form>,
  );
  const tap = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));
  await tap(/ahead/);
  await tap(/back/);
  expect(told).toHaveBeenLastCalledWith(expect.objectContaining({ any: ['a', 'b'] }));
  await tap(/ahead/);
  await tap(/back/);
  expect(told).toHaveBeenLastCalledWith({ rows: [{ id: 'one' }] });
  await tap(/it is so/);
  expect(told).toHaveBeenLastCalledWith(expect.objectContaining({ so: true }));
  await tap(/it is so/);
  await userEvent.selectOptions(screen.getByLabelText('way'), 'back');
  expect(told).toHaveBeenLastCalledWith(expect.objectContaining({ way: 'b' }));
  await userEvent.selectOptions(screen.getByLabelText('way'), 'neither');
  expect(told).toHaveBeenLastCalledWith({ rows: [{ id: 'one' }] });
  await tap('+ row');
  await userEvent.type(screen.getByLabelText('name of row'), 'two{Enter}');
  expect(told).toHaveBeenLastCalledWith({ rows: [{ id: 'one' }, { id: 'two' }] });
  await tap('take out one');
  expect(told).toHaveBeenLastCalledWith({ rows: [{ id: 'two' }] });
});
