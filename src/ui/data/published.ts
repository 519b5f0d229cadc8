import { z } from 'zod';
import type { Show } from '@/core/show/show';
import { phrase } from '@/core/words/phrase';
import { say } from '@/ui/words/say';
import { ask } from './api';
import { ownName } from './home-docs';
import type { Sent } from './in-step';

/* What is said, and done, when the server has answered to what was published. */

export const problemSchema = z.object({ older: z.boolean() });
export const takenSchema = z.object({ taken: z.object({ outlets: z.array(z.string()), feeds: z.array(z.string()) }) });

export function readdressedWords(
  show: Show,
  { outlets, feeds }: { outlets: readonly string[]; feeds: readonly string[] },
): string {
  const names = [
    ...show.outlets.filter(({ id }) => outlets.includes(id)).map(({ name }) => name),
    ...show.feeds.filter(({ id }) => feeds.includes(id)).map(({ handle }) => handle),
  ];
  return say(
    'Another show on this server has the same address, so this one was given new ones: {names}. Copy them again where you had pasted the old ones.',
    { names: { and: names.map((name) => phrase('“{name}”', { name })) } },
  );
}

/** The device that began a show has said nothing of itself yet. */
export const nameOwnDevice = (show: string, device: string, key: string) =>
  ask('PUT', `/api/shows/${encodeURIComponent(show)}/devices/${encodeURIComponent(device)}`, {
    key,
    body: { name: ownName() },
  });

export const mayNotChange = (): string =>
  say('This device may not change the show. Give it every right under Devices, on one that has it.');

/** Why the server did not take a show. */
export function refusedWords({ status, reason }: Extract<Sent, { ok: false }>): string {
  return status === 403
    ? say(
        'This device does not belong to the show any more. What it has stays here: save it as a file, under Shows, or add the device again.',
      )
    : reason;
}
