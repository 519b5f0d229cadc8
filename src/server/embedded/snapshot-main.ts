import { takeSnapshot } from './snapshot';

/* The process in which a snapshot is taken: `FOLDER NUMBER BYTES`. */
const [folder, number, bytes] = process.argv.slice(2);
if (folder === undefined || number === undefined || bytes === undefined)
  throw new Error('FOLDER NUMBER BYTES are needed.');
takeSnapshot(folder, Number(number), Number(bytes));
