import { UPLINK_BYTES, type UplinkAnswer } from '@/core/uplink/run';
import { address, ask, expectProblem, KEY, publish } from './server.setup';

const send = (bytes: number, key = KEY): Promise<Response> =>
  fetch(`${address}/api/shows/one/uplink`, {
    method: 'POST',
    headers: { authorization: `Bearer ${key}`, 'content-type': 'application/octet-stream' },
    body: new Uint8Array(bytes),
  });

test('bytes are counted as they arrive, and nothing of them is kept', async () => {
  await publish();
  const answer = (await (await send(300_000)).json()) as UplinkAnswer;
  expect(answer.arrived.reduce((sum, [, bytes]) => sum + bytes, 0)).toBe(300_000);
  const times = answer.arrived.map(([at]) => at);
  expect(times).toEqual([...new Set(times)].sort((a, b) => a - b));
  expect(await (await send(0)).json()).toEqual({ arrived: [] });
});

test('more at once than is measured with is refused; so is a stranger, before anything is read', async () => {
  await publish();
  await expectProblem(await send(UPLINK_BYTES + 1), 413);
  await expectProblem(await send(10, 'another-key-0123456789'), 403);
  await expectProblem(await ask('POST', '/api/shows/none/uplink'), 404);
});
