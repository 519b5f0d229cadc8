import { z } from 'zod';

/**
 * A whole number of any size. Sums may pass 2⁵³ (they are then right to 16 digits): a record that holds one must still be read back, which
 * `z.int()` would refuse.
 */
export const whole = z.number().refine(Number.isInteger, 'Not a whole number.');
