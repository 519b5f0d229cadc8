import { Map as YMap, type Doc } from 'yjs';
import { dequal } from 'dequal';

/*
 * The keys of a home's addresses, as a Yjs document of their own, since not every device may have them: an outlet's key by its id, and what
 * a feed keeps to itself by its.
 */

export interface HomeKeys {
  /** By outlet; under `<outlet>/<anything>` another key of the same one: of a show that has come into the home, with addresses that are in use. */
  outlets: Record<string, unknown>;
  feeds: Record<string, unknown>;
}

/** The outlet that a key is of. */
export const outletOfKey = (name: string, outlets: { has: (id: string) => boolean }): string =>
  outlets.has(name) ? name : (name.split('/', 1)[0] ?? name);

const KINDS = ['outlets', 'feeds'] as const;

export const readKeysDoc = (doc: Doc): HomeKeys => ({
  outlets: doc.getMap('outlets').toJSON(),
  feeds: doc.getMap('feeds').toJSON(),
});

/** Writes what is other than it was; @returns whether anything was */
export function writeKeysDoc(doc: Doc, keys: HomeKeys): boolean {
  let changed = false;
  doc.transact(() => {
    for (const kind of KINDS) {
      const map = doc.getMap(kind) as YMap<unknown>;
      for (const [id, key] of Object.entries(keys[kind])) {
        if (dequal(map.get(id), key)) continue;
        map.set(id, key);
        changed = true;
      }
      for (const id of map.keys()) {
        if (id in keys[kind]) continue;
        map.delete(id);
        changed = true;
      }
    }
  });
  return changed;
}
