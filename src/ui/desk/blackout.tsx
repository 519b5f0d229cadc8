import type { Command } from '@/core/session/input';
import { useDeskView } from '@/ui/data/desk';
import { Button } from '@/ui/part/button';
import { say } from '@/ui/words/say';

/** Clears the frame and silences everything, and its opposite, in one place. */
export function BlackoutButton({
  onCommand,
  className = '',
}: {
  onCommand: (command: Command) => void;
  className?: string;
}) {
  const on = useDeskView((view) => view.blackout, false);
  return (
    <Button
      kind={on ? 'main' : 'bad'}
      className={`px-3 ${className}`}
      onPress={() => onCommand({ command: 'blackout', on: !on })}
    >
      {on ? say('Bring back') : say('Clear all')}
    </Button>
  );
}
