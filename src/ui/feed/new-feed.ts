import type { Feed, PlatformName, Transport } from '@/core/platform/feed';
import type { RecordingFormat } from '@/core/platform/recording-format';
import { randomKey } from '@/ui/data/random-key';

const base = (handle: string) => ({
  id: randomKey().slice(0, 12),
  handle: handle.trim().slice(0, 64),
  on: true,
  rate: { coin: 0, kept: 0 },
  admitted: [],
});

/** A feed of a platform with handles. */
export function handleFeed(platform: Extract<PlatformName, 'brindle' | 'oxbow' | 'tarn'>, handle: string): Feed {
  return platform === 'oxbow' ? { ...base(handle), platform, helper: '' } : { ...base(handle), platform };
}

export const mappedFeed = (name: string, source: Transport): Feed => ({
  ...base(name),
  platform: 'mapped',
  source,
  rules: [],
});

export const inboxFeed = (platform: 'cloudevents' | 'activity', name: string): Feed =>
  platform === 'cloudevents' ? { ...base(name), platform, rules: [] } : { ...base(name), platform };

export const fileFeed = (name: string, as: RecordingFormat): Feed => ({
  ...base(name),
  platform: 'file',
  as,
  speed: 1,
});
