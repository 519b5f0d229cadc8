// jsdom has no media queries; what is asked is answered no.
window.matchMedia = (query) => ({
  matches: false,
  media: query,
  addEventListener: () => undefined,
  removeEventListener: () => undefined,
});

// Sheets come with their first use: with the other tests beside it that takes longer than a second.
require('@testing-library/react').configure({ asyncUtilTimeout: 20_000 });
