/** What viewers can send on Brindle, with its price in coins. Invented. */
export const GIFTS = [
  { id: 'ember', name: 'Ember', coins: 1 },
  { id: 'slip-splash', name: 'Slip Splash', coins: 10 },
  { id: 'glaze-pot', name: 'Glaze Pot', coins: 50 },
  { id: 'wheel-spin', name: 'Wheel Spin', coins: 120 },
  { id: 'full-kiln', name: 'Full Kiln', coins: 500 },
] as const;
