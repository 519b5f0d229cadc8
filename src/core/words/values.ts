import { z } from 'zod';
import { WORD_FIELDS } from './fields';

/** Values for words' fields, as somebody else gives them. */
export const wordValuesSchema = z.partialRecord(z.enum(WORD_FIELDS), z.union([z.string().max(400), z.number()]));
