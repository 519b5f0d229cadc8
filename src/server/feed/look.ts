import { z } from 'zod';
import { boundedJson } from './bounded';
import type { CheckStep } from './client';
import type { PlatformWithAddress } from './connecting';
import { phrase } from '@/core/words/phrase';

const CHECK_MS = 5000;
const infoSchema = z.object({
  state: z.enum(['offline', 'live', 'ended']),
  public: z.boolean().default(true),
  moderators: z.array(z.string().max(200)).max(1000).default([]),
});
export type RoomInfo = z.infer<typeof infoSchema>;

export type Look = { found: 'yes'; info: RoomInfo } | { found: 'nobody' } | { found: 'unreachable' };

/** Where each platform with handles tells of one. */
export const PLACES: Record<PlatformWithAddress, (address: string, handle: string) => string> = {
  brindle: (address, handle) => `${address}/live/${encodeURIComponent(handle)}`,
  oxbow: (address, handle) => `${address}/live/${encodeURIComponent(handle)}`,
  tarn: (address, handle) => `${address}/v1/rooms/${encodeURIComponent(handle)}`,
};

/** Asks a platform about a handle. */
export async function lookAt(url: string): Promise<Look> {
  const answer = await fetch(url, { signal: AbortSignal.timeout(CHECK_MS) }).catch(() => null);
  if (answer?.status === 404) return { found: 'nobody' };
  const info = infoSchema.safeParse(answer?.ok ? await boundedJson(answer) : null);
  return info.success ? { found: 'yes', info: info.data } : { found: 'unreachable' };
}

/** The two steps that every platform with handles has: the handle is found, and viewers can see the broadcast. */
export function handleSteps(platform: string, handle: string, look: Look): CheckStep[] {
  if (look.found === 'unreachable')
    return [
      {
        step: phrase('Handle'),
        outcome: 'unknown',
        says: phrase('{platform} does not answer just now. It is tried again by itself.', { platform }),
      },
    ];
  if (look.found === 'nobody')
    return [
      {
        step: phrase('Handle'),
        outcome: 'bad',
        says: phrase(
          'Nobody on {platform} has the handle {handle}. Check the spelling against your profile’s address, remove this feed and add it again.',
          { platform, handle },
        ),
      },
    ];
  return [
    { step: phrase('Handle'), outcome: 'good', says: phrase('{handle} is on {platform}.', { handle, platform }) },
    look.info.public
      ? {
          step: phrase('Broadcast'),
          outcome: 'good',
          says:
            look.info.state === 'live'
              ? phrase('You are live, and everyone can watch.')
              : phrase('Everyone can watch once you are live.'),
        }
      : {
          step: phrase('Broadcast'),
          outcome: 'bad',
          says: phrase(
            'Your broadcast is not public, so {platform} tells nobody what happens in it. Set it to public in {platform}’s app.',
            { platform },
          ),
        },
  ];
}
