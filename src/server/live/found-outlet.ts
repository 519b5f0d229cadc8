import type { Bus, Looker, ShowOwner, ViewName } from '@/server/door/bus';
import type { KeptMedia } from '@/server/door/shows';

/** An outlet that somebody asks for. */
export interface FoundOutlet {
  show: string;
  /** Its id in the show. */
  outlet: string;
  owner: ShowOwner;
  media: KeptMedia;
  /** Looks at what it shows; @returns how to stop */
  look: (looker: Looker) => (() => void) | null;
}

/** @param hash of the outlet's key */
export function foundOutlet(bus: Bus, of: Omit<FoundOutlet, 'look'>, hash: string): FoundOutlet {
  const name: ViewName = `outlet/${hash}`;
  return {
    ...of,
    look: (looker) => {
      const stop = bus.look(of.show, name, looker);
      // The desk shows how many places are watching.
      bus.refresh(of.show, 'desk');
      if (!stop) return null;
      return () => {
        stop();
        bus.refresh(of.show, 'desk');
      };
    },
  };
}
