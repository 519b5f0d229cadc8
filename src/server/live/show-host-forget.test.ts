import { chatLine } from './cloud.setup';
import { LiveShow } from './live-show';
import { host, KEY, publish } from './show-host.setup';

const people = async (): Promise<string[]> => {
  const desk = host.desk('kiln', KEY);
  if (desk.found !== 'show') throw new Error('The show is not there.');
  const { entries } = await desk.owner.people({ order: 'name', most: 10 });
  return entries.map(({ name }) => name);
};

test('a viewer is forgotten also while others ask for the show, which starts it again', async () => {
  await publish('kiln');
  const inbox = (): ReturnType<typeof host.inbox> => host.inbox('inbox-kiln-0123456789');
  const { headers, body } = chatLine('hello');
  expect((await inbox()?.owner.feeds.receive('c', { headers, body }))?.status).toBe(204);
  expect(await people()).toEqual(['U']);
  // A slow disk: closing takes its time.
  const close = Object.getOwnPropertyDescriptor(LiveShow.prototype, 'close')?.value as () => Promise<void>;
  const slow = jest.spyOn(LiveShow.prototype, 'close').mockImplementation(async function (this: LiveShow) {
    await close.call(this);
    await new Promise((resolve) => setTimeout(resolve, 60));
  });
  let asking = true;
  const ask = (): void => {
    if (!asking) return;
    inbox();
    setImmediate(ask);
  };
  const forgotten = host.forget('kiln', { feed: 'c', viewer: 'u' });
  ask();
  setTimeout(() => (asking = false), 150);
  expect(await forgotten).toBeNull();
  asking = false;
  slow.mockRestore();
  expect(await people()).toEqual([]);
});
