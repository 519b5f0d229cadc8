import { networkInterfaces } from 'node:os';
import { toString } from 'qrcode';

/* What whoever starts the server is told: under which address a phone finds it, as text and as a QR code. */

/** Addresses of this machine in its networks (IPv4, RFC 1918 among them first: those are the home's). */
export function ownAddresses(interfaces = networkInterfaces()): string[] {
  const all = Object.values(interfaces).flatMap((of) =>
    (of ?? []).filter(({ family, internal }) => family === 'IPv4' && !internal).map(({ address }) => address),
  );
  const isHome = (address: string): boolean => /^(10\.|192\.168\.|172\.(1[6-9]|2\d|3[01])\.)/.test(address);
  return [...all.filter(isHome), ...all.filter((address) => !isHome(address))];
}

export interface Started {
  port: number;
  /** The interface that is listened on. */
  address: string;
  secure: boolean;
  /** Where it is reached from outside, if that was said. */
  public: string | undefined;
}

const EVERYWHERE = new Set(['0.0.0.0', '::']);

/** The addresses under which it is reached, the best one for a phone first. */
export function addressesOf({ port, address, secure, public: outside }: Started, own = ownAddresses()): string[] {
  if (outside !== undefined) return [outside];
  const hosts = EVERYWHERE.has(address) ? [...own, 'localhost'] : [address.includes(':') ? `[${address}]` : address];
  const standard = secure ? 443 : 80;
  return hosts.map((host) => `${secure ? 'https' : 'http'}://${host}${port === standard ? '' : `:${port}`}`);
}

/** @param terminal whether a QR code can be shown */
export async function greeting(started: Started, terminal: boolean): Promise<string> {
  const addresses = addressesOf(started);
  const [first = ''] = addresses;
  const code = terminal && !first.includes('localhost') ? `\n${await toString(first, { type: 'utf8' })}` : '';
  const lines = ['Gavirn is at', ...addresses.map((address) => `  ${address}`)];
  return `${lines.join('\n')}\n${code}`;
}
