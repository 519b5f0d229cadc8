import { mutate } from 'swr';
import type { ButtonDoes, ButtonView } from '@/core/home/button';
import { askShow } from './command';
import { useOfHome } from './of-home';

/* The buttons elsewhere of the open home. */

const LOOK_AGAIN_MS = 5000;

export const useButtons = () => useOfHome<ButtonView>('buttons', LOOK_AGAIN_MS);

const again = (): void => void mutate((key) => Array.isArray(key) && key[0] === 'buttons');

/** One more; its key is told this once. */
export async function makeButton(name: string, does: ButtonDoes) {
  const made = await askShow<{ key: string }>('POST', '/buttons', { body: { name, does } });
  again();
  return made;
}

/** @returns why not, or null */
export async function removeButton(id: string): Promise<string | null> {
  const answer = await askShow('DELETE', `/buttons/${encodeURIComponent(id)}`);
  again();
  return answer.ok ? null : answer.reason;
}
