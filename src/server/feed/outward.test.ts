import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { everywhere, isPublic, onlyPublic } from './outward';

// IANA IPv4 and IPv6 Special-Purpose Address Registries; RFC 6890, RFC 4291 (IPv4-mapped), RFC 5737 (documentation).
test.each([
  '127.0.0.1',
  '10.1.2.3',
  '172.16.0.1',
  '192.168.1.1',
  '169.254.169.254',
  '100.64.0.1',
  '0.0.0.0',
  '192.0.2.1',
  '255.255.255.255',
  '::1',
  'fe80::1',
  'fc00::1',
  '::ffff:127.0.0.1',
  '::',
  'nonsense',
])('%s is not on the internet', (address) => {
  expect(isPublic(address)).toBe(false);
});

test.each(['9.9.9.9', '203.1.2.3', '2620:fe::fe'])('%s is', (address) => {
  expect(isPublic(address)).toBe(true);
});

describe('a server on this machine', () => {
  let url: string;
  const server = createServer((_req, res) => void res.end('inside'));
  beforeAll(async () => {
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    url = `127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(() => server.close());

  test('is asked where everything may be', async () => {
    expect(await (await everywhere.fetch(`http://${url}/`)).text()).toBe('inside');
  });

  test('is not asked by number, nor by a name that leads to it', async () => {
    const outward = onlyPublic();
    await expect(outward.fetch(`http://${url}/`)).rejects.toThrow();
    await expect(outward.fetch(`http://localhost:${url.split(':')[1]}/`)).rejects.toThrow();
    expect(outward.refuses(`http://${url}/`)).toMatch(/inside the server’s own network/);
    expect(outward.refuses('http://[::1]/')).toMatch(/inside/);
    expect(outward.refuses('https://9.9.9.9/')).toBeNull();
  });
});
