import { standinPage } from './standin';

standinPage({
  name: 'Tarn',
  room: (handle) => `/standins/tarn/v1/rooms/${encodeURIComponent(handle)}`,
  ledger: '/standins/tarn/ledger',
  describe: ({ hearts, followers, watching }) =>
    `${String(hearts)} hearts · ${String(followers)} followers · ${String(watching)} watching`,
});
