import assert from 'node:assert/strict';
import type { DeskView } from '@/core/desk/view';
import type { World } from './world';

/** What a show's desk says now: the first message of its stream. */
export async function deskOf(world: World, show: string, key: string): Promise<DeskView> {
  const response = await fetch(`${world.address}/api/shows/${show}/desk`, {
    headers: { authorization: `Bearer ${key}` },
  });
  const reader = response.body?.getReader();
  for (let text = ''; ;) {
    const part = await reader?.read();
    assert.ok(part?.value, 'the desk says something');
    text += Buffer.from(part.value).toString();
    const data = /\ndata: (.*)\n\n/.exec(text)?.[1];
    if (data === undefined) continue;
    await reader?.cancel();
    return JSON.parse(data) as DeskView;
  }
}
