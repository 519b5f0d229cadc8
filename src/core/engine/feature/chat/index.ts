import { z } from 'zod';
import { ROLES } from '@/core/event/viewer';
import type { Feature } from '@/core/engine/kernel/feature';
import { chatter, madeUpSchema } from './made-up';
import { keepLine, type ChatDerived, type ChatHost, type ChatSlice } from './slice';

/* Chat: the latest lines, for the columns that show them. */

const text = z.string();

export const chat = {
  name: 'chat',
  create: (): ChatSlice => ({ chats: [] }),
  saved: {
    madeUp: madeUpSchema.optional(),
    chats: z.array(
      z.object({ id: text, at: z.number(), feed: text, viewer: text, name: text, roles: z.array(z.enum(ROLES)), text }),
    ),
  },
  serialize: ({ chats, madeUp }) => ({ chats, ...(madeUp ? { madeUp } : {}) }),
  deserialize: (saved: ChatSlice) => saved,
  derive: ({ show }) => ({ showsChat: show.pieces.some(({ kind }) => kind === 'chat') }),
  listens: ({ pieces }) => (pieces.some(({ kind }) => kind === 'chat') ? { keep: ['chat'] } : {}),
  keep(state, event) {
    if (event.kind === 'chat') keepLine(state, event);
  },
  keepOwn: keepLine,
  isTimed: ({ pieces }) => pieces.some(({ kind }) => kind === 'chat'),
  due: ({ madeUp }) => madeUp?.until ?? Infinity,
  fall: (state: ChatHost) => {
    state.madeUp = undefined;
  },
  commands: [chatter],
} satisfies Feature<{ feeds: readonly { id: string }[] }, ChatSlice, ChatDerived>;
