import { emptyShow } from '@/core/show/starter';
import type { Looker } from '@/server/door/bus';
import type { Device, Stored } from '@/server/door/shows';
import { DeviceList } from './device-list';
import type { ShowHost } from './show-host';

const device = (id: string, right: Device['right']): Device => ({
  id,
  name: id,
  right,
  hash: 'a'.repeat(64),
  addedAt: 0,
  seenAt: 0,
});

/** A host with one home, whose desk is sent to all who look whenever it is refreshed. */
function hostOf(stored: Stored) {
  const looking = new Set<Looker>();
  const kept = {
    stored,
    keep: (next: Stored) => {
      kept.stored = next;
    },
  };
  return {
    kept: () => kept,
    lookAtDesk: (_home: string, looker: Looker) => {
      looking.add(looker);
      return () => void looking.delete(looker);
    },
    refreshDesk: () => {
      for (const looker of looking) looker.send('change', 1, '{}');
    },
  } as unknown as ShowHost;
}

test.each<[string, Device[]]>([
  ['is taken out', [device('phone', 'everything')]],
  ['may less than before', [device('phone', 'everything'), device('tablet', 'look')]],
])('a device that %s is let go, and nothing is sent to it after that; the others hear of it', (_name, next) => {
  const devices = new DeviceList(
    hostOf({
      show: emptyShow('h', 'H'),
      devices: [device('phone', 'everything'), device('tablet', 'desk')],
      outlets: {},
    }),
  );
  const heard: string[] = [];
  const looker = (of: string): Looker => ({
    send: () => void heard.push(`${of} is sent something`),
    full: false,
    end: () => void heard.push(`${of} is let go`),
  });
  for (const id of ['phone', 'tablet']) devices.lookAtDesk('h', id, looker(id));
  devices.keep('h', next);
  expect(heard).toEqual(['tablet is let go', 'phone is sent something']);
});
