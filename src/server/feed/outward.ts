import { lookup as dnsLookup } from 'node:dns';
import { isIP, type LookupFunction } from 'node:net';
import ipaddr from 'ipaddr.js';
import { Agent, buildConnector, fetch as fetchBy } from 'undici';
import { phrase, english, type Phrase } from '@/core/words/phrase';

/** How addresses that a streamer names are asked. A server for many must not be sent to look at what only it can reach. */
export interface Outward {
  fetch: typeof fetch;
  /** For connections that are made without fetch. */
  lookup: LookupFunction | undefined;
  /** Why this address is not asked, in a sentence; null when it may be. Names are looked at when they are resolved. */
  refuses: (url: string) => Phrase | null;
}

const INSIDE = phrase(
  'This address is inside the server’s own network, which Gavirn does not ask. Use one that can be reached from the internet.',
);

/** Whether an IP address is one of the whole internet's: not this machine's, not a private network's, no special one (IANA's special-purpose registries). */
export function isPublic(address: string): boolean {
  if (!ipaddr.isValid(address)) return false;
  return ipaddr.process(address).range() === 'unicast';
}

const hostOf = (url: string): string | null => {
  try {
    return new URL(url).hostname.replace(/^\[|\]$/g, '');
  } catch {
    return null;
  }
};

/** Any address: for a server of one's own, where a platform may stand next to it. */
export const everywhere: Outward = { fetch, lookup: undefined, refuses: () => null };

/** Only what is on the internet. A name is judged by what it resolves to at the moment of connecting, redirects included. */
export function onlyPublic(): Outward {
  const lookup: LookupFunction = (hostname, options, done) => {
    dnsLookup(hostname, { ...options, all: true }, (error, found) => {
      const [first] = found ?? [];
      if (error || !first) return done(error ?? new Error('Not found.'), '');
      if (found.some(({ address }) => !isPublic(address))) return done(new Error(english(INSIDE)), '');
      if (options.all) return done(null, found);
      done(null, first.address, first.family);
    });
  };
  const connect = buildConnector({ lookup });
  // A number needs no looking up: it is judged here, where a redirect comes by as well.
  const dispatcher = new Agent({
    connect: (options, done) =>
      isIP(options.hostname) !== 0 && !isPublic(options.hostname)
        ? done(new Error(english(INSIDE)), null)
        : connect(options, done),
  });
  const asked = (input: Parameters<typeof fetchBy>[0], init?: Parameters<typeof fetchBy>[1]) =>
    fetchBy(input, { ...init, dispatcher });
  return {
    // The same standard's fetch; its types are the package's own.
    fetch: asked as unknown as typeof fetch,
    lookup,
    refuses: (url) => {
      const host = hostOf(url);
      return host !== null && isIP(host) !== 0 && !isPublic(host) ? INSIDE : null;
    },
  };
}
