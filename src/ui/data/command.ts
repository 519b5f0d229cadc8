import type { Command } from '@/core/session/input';
import { toasts } from '@/ui/frame/toast';
import { ask, type Answer } from './api';
import { showStore } from './show-store';

/** Asks something of the open show on the server, at the desk's own address below it. */
export function askShow<T>(
  method: Parameters<typeof ask>[0],
  path: string,
  options: Omit<NonNullable<Parameters<typeof ask>[2]>, 'key'> = {},
): Promise<Answer<T>> {
  const open = showStore.now();
  if (!open) throw new Error('The server is asked for a show before one is opened.');
  return ask<T>(method, `/api/shows/${encodeURIComponent(open.show.id)}${path}`, { ...options, key: open.keys.desk });
}

/** Has the running show do something. A device that may not is told so wherever it has pressed. */
export async function sendCommand(command: Command): Promise<Answer<void>> {
  const answer = await askShow<void>('POST', '/commands', { body: command });
  if (!answer.ok && answer.status === 403) toasts.show({ text: answer.reason, bad: true });
  return answer;
}
