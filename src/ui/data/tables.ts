/*
 * What reads and writes tables and recordings. The page asks for it with `import('@/ui/data/tables')` and in no other way: the bundler gives
 * it a file of its own, which comes when somebody opens or saves a table.
 */
export { guessFormat, writeCsv } from '@/core/file/recording';
export { FIELDS, FIELD_TITLES, guessColumns, peopleCsv, readPeople, readTable } from '@/core/people/table';
export { totalsCsv } from '@/core/recap/totals-table';
