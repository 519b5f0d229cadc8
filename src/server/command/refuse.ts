/** Says why not, in one sentence on standard error; returns the exit code. */
export function refuse(sentence: string): number {
  process.stderr.write(`${sentence}\n`);
  return 1;
}
