import type { networkInterfaces } from 'node:os';
import { addressesOf, greeting, ownAddresses } from './greeting';

/* Addresses of documentation (RFC 5737) and of private networks (RFC 1918). */

type Interfaces = ReturnType<typeof networkInterfaces>;
const of = (address: string, internal = false, family = 'IPv4') => ({ address, internal, family }) as never;
const machine: Interfaces = {
  lo: [of('127.0.0.1', true)],
  wan: [of('192.0.2.7'), of('2001:db8::7', false, 'IPv6')],
  home: [of('192.168.1.20')],
  other: [of('172.15.0.1'), of('172.16.0.1')],
};
const own = ownAddresses(machine);
const started = { port: 4600, address: '0.0.0.0', secure: false, public: undefined };

test('the home’s addresses come first, and the machine’s own is none of them', () => {
  expect(own).toEqual(['192.168.1.20', '172.16.0.1', '192.0.2.7', '172.15.0.1']);
});

test.each([
  [started, 'http://192.168.1.20:4600'],
  [{ ...started, port: 443, secure: true }, 'https://192.168.1.20'],
  [{ ...started, address: '127.0.0.1' }, 'http://127.0.0.1:4600'],
  [{ ...started, address: '::1' }, 'http://[::1]:4600'],
  [{ ...started, public: 'https://gavirn.example' }, 'https://gavirn.example'],
])('%j is reached at %s', (how, address) => {
  expect(addressesOf(how, own)[0]).toBe(address);
});

test('a terminal has a QR code of the first address, and a file none', async () => {
  const how = { ...started, public: 'https://gavirn.example' };
  expect(await greeting(how, true)).toMatch(/▄/);
  expect(await greeting(how, false)).toBe('Gavirn is at\n  https://gavirn.example\n');
});
