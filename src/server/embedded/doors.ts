import type { Bus } from '@/server/door/bus';
import type { Shows } from '@/server/door/shows';
import type { Disk } from './disk';
import { LocalBus } from './local-bus';
import { showsIn } from './shows-in-folders';

/** The doors of a server by itself: everything in one folder, everybody in one process. Throws where the folder cannot be used. */
export const doorsIn = (data: string, disk?: Disk): { shows: Shows; bus: Bus } => ({
  shows: showsIn(data, disk),
  bus: new LocalBus(),
});
