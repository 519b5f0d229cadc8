import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { words } from '../desk/happened-row';
import { Choice } from './choice';
import { NumberField, TextField } from './field';
import { Sheet } from './sheet';
import { Text } from './text';
import { ViewerText } from './viewer-text';

/* Parts of the interface as a page renders them. */

function Number5({ onChange }: { onChange: (n: number) => void }) {
  const [value, setValue] = useState(5);
  return (
    <NumberField
      label="Places"
      value={value}
      least={1}
      most={10}
      onChange={(n) => {
        setValue(n);
        onChange(n);
      }}
    />
  );
}

test('a number out of bounds says so and is not taken; the steps stop at the bounds', () => {
  const onChange = jest.fn();
  render(<Number5 onChange={onChange} />);
  const box = screen.getByRole('textbox', { name: 'Places' });
  for (const typed of ['11', '0', '2.5', 'x', '']) {
    fireEvent.change(box, { target: { value: typed } });
    expect(screen.getByRole('alert').textContent).toBe('A whole number from 1 to 10.');
  }
  expect(onChange).not.toHaveBeenCalled();
  fireEvent.change(box, { target: { value: '10' } });
  expect(onChange).toHaveBeenLastCalledWith(10);
  fireEvent.click(screen.getByRole('button', { name: 'More places' }));
  expect(onChange).toHaveBeenLastCalledWith(10);
  expect(screen.queryByRole('alert')).toBeNull();
});

test('a field says what is wrong with it', () => {
  render(<TextField label="Name" value="" onChange={() => undefined} problem="A show needs a name." />);
  expect(screen.getByRole('textbox', { name: 'Name' }).getAttribute('aria-invalid')).toBe('true');
  expect(screen.getByRole('alert').textContent).toBe('A show needs a name.');
});

test('a sheet is a dialog with a name, and Escape closes it', async () => {
  const onClose = jest.fn();
  render(
    <Sheet title="Words" onClose={onClose}>
      <ViewerText text="inside" />
    </Sheet>,
  );
  expect((await screen.findByRole('dialog', { name: 'Words' }, { timeout: 20_000 })).textContent).toContain('inside');
  fireEvent.keyDown(screen.getByRole('dialog'), { key: 'Escape' });
  expect(onClose).toHaveBeenCalledTimes(1);
});

test('a sheet takes the focus in, keeps it, and gives it back', async () => {
  const button = document.body.appendChild(document.createElement('button'));
  button.focus();
  const { unmount } = render(
    <Sheet title="Words" onClose={() => undefined}>
      <ViewerText text="inside" />
    </Sheet>,
  );
  const dialog = await screen.findByRole('dialog');
  expect(document.activeElement).toBe(dialog);
  // What lies below cannot be reached meanwhile, by a key or by a screen reader.
  expect(button.getAttribute('aria-hidden')).toBe('true');
  unmount();
  await waitFor(() => expect(document.activeElement).toBe(button));
  button.remove();
});

test('a name is text, whatever is in it, and emoji are pictures with their own words', () => {
  const { container } = render(<ViewerText text={'<script>alert(1)</script> 🏺'} />);
  expect(container.querySelector('script')).toBeNull();
  expect(container.textContent).toContain('<script>alert(1)</script>');
  expect(screen.getByAltText('🏺').getAttribute('src')).toBe('/emoji/1f3fa.svg');
  expect(container.querySelector('[dir="auto"]')).not.toBeNull();
});

test.each([
  ['like', { count: 1 }, '1 like'],
  ['like', { count: 1200 }, '1,200 likes'],
  ['gift', { count: 12, text: 'Ember', coins: 12, open: true }, '12 × Ember …, 12 coins'],
  ['follow', {}, 'followed'],
  ['subscribe', { count: 3 }, 'subscribed, month 3'],
  ['room', { text: 'live', name: null }, 'You went live'],
] as const)('what happened in words: %s', (kind, rest, said) => {
  expect(
    words({
      id: 'x',
      feed: 'f',
      kind,
      at: 0,
      name: 'Inês',
      others: 0,
      worth: 0,
      count: 1,
      text: '',
      coins: 0,
      open: false,
      alert: null,
      ...rest,
    }),
  ).toBe(said);
});

test('one of several: what is chosen says so, a tap chooses another', () => {
  const onChange = jest.fn();
  render(
    <Choice
      label="Gift"
      options={[
        { value: 'any', label: 'Any gift' },
        { value: 'pot', label: 'Glaze Pot', note: '50 coins' },
      ]}
      value="any"
      onChange={onChange}
    />,
  );
  expect(screen.getByRole('radio', { name: 'Any gift', checked: true })).toBeTruthy();
  fireEvent.click(screen.getByRole('radio', { name: 'Glaze Pot', checked: false }));
  expect(onChange).toHaveBeenCalledWith('pot');
  expect(screen.getByText('50 coins')).toBeTruthy();
});

test('a heading says its level', () => {
  render(<Text level={2}>Shows</Text>);
  expect(screen.getByRole('heading', { name: 'Shows' })).toBeTruthy();
});
