import type { Request, Response } from 'express';
import { problem } from '@/server/problem';

/** The handles that a stand-in platform knows, each with what is kept of it. The handle is all that the outside names. */
export class Places<P> {
  private readonly all: Map<string, P>;

  constructor(
    private readonly platform: string,
    handles: readonly string[],
    private readonly make: (handle: string) => P,
  ) {
    this.all = new Map(handles.map((handle) => [handle, make(handle)]));
  }

  get(handle: string): P | undefined {
    return this.all.get(handle);
  }

  /** The place that a request names, or null after it was told that there is none. */
  of(req: Request, res: Response): P | null {
    const handle = String(req.params.handle);
    const place = this.all.get(handle);
    if (place === undefined)
      problem(res, 404, {
        title: 'No such handle',
        detail: `Nobody on ${this.platform} has the handle "${handle.slice(0, 64)}".`,
      });
    return place ?? null;
  }

  /** Opens a handle that does not exist yet, if it may be one. */
  open(handle: string): void {
    if (/^[a-z0-9._-]{1,64}$/.test(handle) && !this.all.has(handle)) this.all.set(handle, this.make(handle));
  }

  /** Nobody has the handle any more. */
  close(handle: string): void {
    this.all.delete(handle);
  }

  /** Something of every place, by handle. */
  each<T>(pick: (place: P) => T): Record<string, T> {
    return Object.fromEntries([...this.all].map(([handle, place]) => [handle, pick(place)]));
  }
}
