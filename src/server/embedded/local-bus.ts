import type { Bus, OfferedViews, ShowOwner, View, ViewName } from '@/server/door/bus';

interface Owned {
  owner: ShowOwner;
  offered: OfferedViews;
  /** Those that somebody has looked at. */
  views: Map<ViewName, View>;
}

/** The bus of one process: whoever asks and whoever owns are in it, and what is asked is a call. */
export class LocalBus implements Bus {
  private readonly shows = new Map<string, Owned>();

  own(show: string, owner: ShowOwner, offered: OfferedViews): () => void {
    if (this.shows.has(show)) throw new Error('A show has one owner at a time.');
    const owned: Owned = { owner, offered, views: new Map() };
    this.shows.set(show, owned);
    return () => {
      // Given up twice, it may be somebody else's by now.
      if (this.shows.get(show) === owned) this.shows.delete(show);
      for (const view of owned.views.values()) view.close();
      owned.views.clear();
    };
  }

  ownerOf(show: string): ShowOwner | null {
    return this.shows.get(show)?.owner ?? null;
  }

  look(show: string, name: ViewName, looker: Parameters<View['add']>[0]): (() => void) | null {
    const owned = this.shows.get(show);
    const view = owned && (owned.views.get(name) ?? owned.offered(name));
    if (!view) return null;
    owned.views.set(name, view);
    view.add(looker);
    return () => view.remove(looker);
  }

  looking(show: string, name?: ViewName): number {
    const views = this.shows.get(show)?.views;
    if (!views) return 0;
    if (name !== undefined) return views.get(name)?.size ?? 0;
    return [...views.values()].reduce((sum, { size }) => sum + size, 0);
  }

  endView(show: string, name: ViewName): void {
    const views = this.shows.get(show)?.views;
    views?.get(name)?.close();
    views?.delete(name);
  }

  refresh(show: string, name: ViewName): void {
    this.shows.get(show)?.views.get(name)?.soon();
  }
}
