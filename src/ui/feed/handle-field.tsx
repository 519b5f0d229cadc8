import { PLATFORMS } from '@/core/platform';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import type { ByHandle, HandleCheck } from './use-handle-check';
import { say } from '@/ui/words/say';

/** Where the streamer's handle on a platform is typed, and what came out of looking for it. */
export function HandleField({
  platform,
  handle,
  onSubmit,
}: {
  platform: ByHandle;
  handle: HandleCheck;
  onSubmit: () => void;
}) {
  return (
    <>
      <TextField
        label={say('Your handle on {name}', { name: PLATFORMS[platform].name })}
        value={handle.typed}
        placeholder={say('odavarn.kiln')}
        exact
        most={300}
        problem={handle.problem}
        onChange={handle.type}
        onSubmit={onSubmit}
      />
      <Text size={13} tone="muted">
        {say(
          'The name in your profile’s address, not the one shown above your video. You can paste the whole address.',
        )}
      </Text>
      {handle.said ? (
        <Text tone={handle.said.tone} role="status">
          {handle.said.text}
        </Text>
      ) : null}
    </>
  );
}
