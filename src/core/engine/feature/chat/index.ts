import { z } from 'zod';
import { ROLES } from '@/core/event/viewer';
import type { Feature } from '@/core/engine/kernel/feature';
import { keepLine, type ChatDerived, type ChatSlice } from './slice';

/* Chat: the latest lines, for the columns that show them. */

const text = z.string();

export const chat = {
  name: 'chat',
  create: (): ChatSlice => ({ chats: [] }),
  saved: {
    chats: z.array(
      z.object({ id: text, at: z.number(), feed: text, viewer: text, name: text, roles: z.array(z.enum(ROLES)), text }),
    ),
  },
  serialize: ({ chats }) => ({ chats }),
  deserialize: (saved: ChatSlice) => saved,
  derive: ({ show }) => ({ showsChat: show.pieces.some(({ kind }) => kind === 'chat') }),
  listens: ({ pieces }) => (pieces.some(({ kind }) => kind === 'chat') ? { keep: ['chat'] } : {}),
  keep(state, event) {
    if (event.kind === 'chat') keepLine(state, event);
  },
  keepOwn: keepLine,
} satisfies Feature<object, ChatSlice, ChatDerived>;
