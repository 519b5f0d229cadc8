import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { newRule, withTapped } from '@/core/platform/draft-rule';
import { tryMapping, type Rule } from '@/core/platform/mapping';
import { DecimalField } from '@/ui/part/decimal-field';
import { AimSheet } from './aim-sheet';
import { RuleCard } from './rule-card';
import { SampleTree } from './sample-tree';
import { phrase } from '@/core/words/phrase';

/* The parts of a feed's page as a page renders them. */

const sample = {
  event: 'present',
  from: { nick: '<b>Inês</b>' },
  items: [{ title: 'Paper Boat' }, { title: 'Reed' }],
  qty: 3,
  none: null,
};
const made = (rule: Rule) => tryMapping({ rules: [rule] }, sample, 1)[0];

test('every value of a sample can be tapped, and tells where it stands; markup in it is text', () => {
  const onTap = jest.fn();
  render(<SampleTree json={sample} used={new Map([['$.qty', phrase('How many')]])} onTap={onTap} />);
  fireEvent.click(screen.getByRole('button', { name: /nick.*<b>Inês<\/b>/ }));
  expect(onTap).toHaveBeenLastCalledWith(['from', 'nick'], '<b>Inês</b>');
  fireEvent.click(screen.getByRole('button', { name: /title.*"Reed"/ }));
  expect(onTap).toHaveBeenLastCalledWith(['items', 1, 'title'], 'Reed');
  fireEvent.click(screen.getByRole('button', { name: /^items/ }));
  expect(onTap).toHaveBeenCalledTimes(2);
  expect(screen.getByRole('button', { name: /qty.*3.*How many/ })).toBeTruthy();
  expect(document.querySelector('b')).toBeNull();
});

test('of a sample with thousands of values the first two hundred are shown, and it says so', () => {
  render(<SampleTree json={Array.from({ length: 5000 }, (_, n) => n)} used={new Map()} onTap={() => undefined} />);
  expect(screen.getAllByRole('button')).toHaveLength(200);
  expect(screen.getByText(/the first 200 are shown/)).toBeTruthy();
});

test('a rule says what is needed, what the sample becomes, and what it may do without', () => {
  const onAim = jest.fn();
  let rule = newRule('gift');
  const { rerender } = render(<RuleCard rule={rule} made={made(rule)} onAim={onAim} onRemove={() => undefined} />);
  expect(screen.getByRole('status').textContent).toBe('The message has no usable "giftName" and "viewerName".');
  fireEvent.click(screen.getByRole('button', { name: 'Gift’s name, needed' }));
  expect(onAim).toHaveBeenLastCalledWith('giftName');
  rule = withTapped(
    withTapped(withTapped(rule, 'giftName', ['items', 0, 'title'], 'Paper Boat'), 'viewerName', ['from', 'nick'], 'x'),
    'count',
    ['qty'],
    3,
  );
  rerender(<RuleCard rule={rule} made={made(rule)} onAim={onAim} onRemove={() => undefined} />);
  expect(screen.getByRole('status').textContent).toBe('Becomes: <b>Inês</b> sends 3 × Paper Boat');
  expect(screen.getByText(/the same message sent twice counts twice/)).toBeTruthy();
  const other = withTapped(rule, 'when', ['event'], 'farewell');
  rerender(<RuleCard rule={other} made={made(other)} onAim={onAim} onRemove={() => undefined} />);
  expect(screen.getByRole('status').textContent).toBe('This rule does not speak of the sample.');
});

test('the sheet for a field says what to tap, and lets what stands there be taken out', async () => {
  const onTakeOut = jest.fn();
  const rule = withTapped(newRule('chat'), 'text', ['event'], 'present');
  const { rerender } = render(
    <AimSheet
      rule={rule}
      target="text"
      json={sample}
      onTap={() => undefined}
      onTakeOut={onTakeOut}
      onClose={() => undefined}
    />,
  );
  expect(await screen.findByRole('dialog', { name: 'Tap this: Text' }, { timeout: 20_000 })).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Take it out' }));
  expect(onTakeOut).toHaveBeenCalledTimes(1);
  rerender(
    <AimSheet
      rule={rule}
      target="when"
      json={undefined}
      onTap={() => undefined}
      onTakeOut={onTakeOut}
      onClose={() => undefined}
    />,
  );
  expect(screen.getByText(/Paste or catch a sample first/)).toBeTruthy();
});

function Rate({ onChange }: { onChange: (value: number) => void }) {
  const [value, setValue] = useState(0.8);
  return (
    <DecimalField
      label="Rate"
      value={value}
      least={0}
      most={10}
      onChange={(next) => {
        setValue(next);
        onChange(next);
      }}
    />
  );
}

test('a rate may have a fraction, with a point or a comma; what is none is said and not taken', () => {
  const onChange = jest.fn();
  render(<Rate onChange={onChange} />);
  const box = screen.getByRole('textbox', { name: 'Rate' });
  for (const typed of ['-1', '11', 'x', '', '1.2.3']) {
    fireEvent.change(box, { target: { value: typed } });
    expect(screen.getByRole('alert').textContent).toBe('A number from 0 to 10.');
  }
  expect(onChange).not.toHaveBeenCalled();
  fireEvent.change(box, { target: { value: '0,25' } });
  fireEvent.change(box, { target: { value: '1.5' } });
  expect(onChange.mock.calls).toEqual([[0.25], [1.5]]);
});
