import { z } from 'zod';
import { ROLES, type Role } from '@/core/event/viewer';
import type { CommandKind } from '@/core/engine/kernel/feature';
import type { ChatHost } from './slice';

/* Made-up lines, to see how the columns look with some: nothing else hears of them. */

/** They stay for so long, and come so far apart, ms. */
const STAY_MS = 20_000;
const APART_MS = 600;

const LINES: readonly { name: string; roles: Role[]; text: string }[] = [
  { name: 'Inês', roles: [], text: 'that curve is lovely' },
  { name: 'Mirek', roles: ['moderator'], text: 'welcome, everyone who has just come in' },
  { name: 'ليلى', roles: [], text: 'هذا جميل جدا' },
  { name: 'はな', roles: ['subscriber'], text: '釉薬がきれい' },
  {
    name: 'Teo',
    roles: [],
    text: 'how long does it stay in the kiln, and is it the same for a large bowl as for a small one, or longer?',
  },
  { name: 'Đorđe', roles: [], text: '🏺🌊' },
];

const text = z.string();
export const madeUpSchema = z.object({
  until: z.number(),
  lines: z.array(
    z.object({ id: text, at: z.number(), feed: text, viewer: text, name: text, roles: z.array(z.enum(ROLES)), text }),
  ),
});

const schema = z.object({ command: z.literal('chatter') });
export const chatter: CommandKind<z.infer<typeof schema>, ChatHost> = {
  command: 'chatter',
  schema,
  run(state) {
    const feeds = state.show.feeds.map(({ id }) => id);
    state.madeUp = {
      until: state.now + STAY_MS,
      lines: LINES.map((line, n) => ({
        ...line,
        id: `made-up-${state.now}-${n}`,
        at: state.now + n * APART_MS,
        feed: feeds[n % Math.max(1, feeds.length)] ?? '',
        viewer: '',
      })),
    };
  },
};
