import { standinPage } from './standin';

standinPage({
  name: 'Oxbow',
  room: (handle) => `/standins/oxbow/live/${encodeURIComponent(handle)}`,
  ledger: '/standins/oxbow/ledger',
  describe: ({ listening, hook, pending, moderators }) =>
    `${String(listening)} in the chat · ${hook ? `webhooks on, ${String(pending)} waiting` : 'no webhook registered'} · moderators: ${(moderators as string[]).join(', ') || 'none'}`,
});
