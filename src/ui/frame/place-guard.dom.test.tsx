import { fireEvent, render, screen } from '@testing-library/react';
import { PlaceGuard } from './place-guard';

/* A place that breaks, as a page renders it. */

jest.mock('expo-router', () => ({ usePathname: () => '/cues' }));

const Broken = ({ when }: { when: () => boolean }) => {
  if (when()) throw new Error('a goal without a target');
  return <p>All cues</p>;
};

test('a place that breaks says what stopped it, and opens again by a press', () => {
  const silent = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  let broken = true;
  render(
    <PlaceGuard>
      <Broken when={() => broken} />
    </PlaceGuard>,
  );
  expect(screen.getByRole('alert').textContent).toContain('“a goal without a target”');
  broken = false;
  fireEvent.click(screen.getByRole('button', { name: 'Open it again' }));
  expect(screen.getByText('All cues')).toBeTruthy();
  silent.mockRestore();
});
