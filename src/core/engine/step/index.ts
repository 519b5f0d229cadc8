import { z } from 'zod';
import { showStep } from './show';

/** Every kind of step. A new one is a file here, a line in this list, and what it does in the engine's `run`. */
export const stepSchema = z.discriminatedUnion('kind', [showStep]);
