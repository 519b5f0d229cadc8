import { draw } from './draw';
import { loudness } from './loudness';
import { rehearse } from './rehearse';
import { render } from './render';
import { replay } from './replay';
import { backup, restore } from './server-backup';

/** The command line's verbs beside `demo` and `test`, which the shell script does itself. A new one is a file and a line here. */
const COMMANDS: Readonly<Record<string, (args: readonly string[]) => Promise<number>>> = {
  replay,
  rehearse,
  render,
  loudness,
  draw,
  backup,
  restore,
};

const [verb = '', ...args] = process.argv.slice(2);
const command = COMMANDS[verb];
if (command) {
  void command(args).then((code) => {
    process.exitCode = code;
  });
} else {
  process.stderr.write(`Gavirn knows demo, test and ${Object.keys(COMMANDS).join(', ')}; "${verb}" is none of them.\n`);
  process.exitCode = 1;
}
