import { fireEvent, render, screen } from '@testing-library/react-native';
import { Choice } from './choice';
import { Text } from './text';

/* Parts of the interface as React Native renders them. */

jest.mock('@/ui/theme/look', () => ({ useColours: () => ({ look: 'dark', ink: '#fff', muted: '#999', kinds: {} }) }));

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
  fireEvent.press(screen.getByRole('radio', { name: 'Glaze Pot', checked: false }));
  expect(onChange).toHaveBeenCalledWith('pot');
  expect(screen.getByText('50 coins')).toBeTruthy();
});

test('a heading says its level', () => {
  render(<Text level={2}>Shows</Text>);
  expect(screen.getByRole('heading', { name: 'Shows' })).toBeTruthy();
});
