import { AmberError } from '@amber-stamp/core/errors';
import { overwriting } from '@amber-stamp/io';
import { UsageError } from './arguments.ts';
import { COMMANDS, type Command } from './commands.ts';

/** How it is called here: by its own name where it was installed. */
const CALL =
  process.env.npm_command === 'run-script' || process.argv[1]?.includes('scripts')
    ? 'npm run -s amber --'
    : 'amber-stamp';

const usage = (): string =>
  [
    `usage: ${CALL} COMMAND`,
    ...Object.entries(COMMANDS).map(([name, { does }]) => `  ${name.padEnd(8)} ${does}`),
    `${CALL} COMMAND --help tells more of one.`,
  ].join('\n');

const help = ({ does, usage: line, example, over }: Command): string =>
  [
    does,
    `usage: ${CALL} ${line} [--force] [--json]`,
    `Files that are there are written over only with --force. --json gives the result on stdout.`,
    `Many files: --${over} takes a pattern in quotes, {name} in other options stands for the name of each; --jobs N does N at a time, --watch does it again when one changes.`,
    `example: ${CALL} ${example}`,
  ].join('\n');

/** Whether a command is to work on files that a pattern names, several at a time, or again and again. */
const meansMany = (args: readonly string[], over: string): boolean =>
  args.includes('--jobs') || args.includes('--watch') || /[*?[{]/.test(args[args.indexOf(`--${over}`) + 1] ?? '');

/** Runs a command for one file, or for the many that are meant. */
async function runCommand(name: string, command: Command, args: string[]): Promise<number> {
  const several = meansMany(args, command.over) ? await import('./many.ts') : undefined;
  const many = await several?.manyOf(args, command.over);
  if (!several || !many) {
    const plain = args.filter((arg) => arg !== '--force');
    overwriting(args.includes('--force'));
    const result = await command.run(plain);
    if (args.includes('--json')) console.log(JSON.stringify(result));
    return 0;
  }
  const { status, results } = await several.runMany(name, many);
  if (args.includes('--json')) console.log(JSON.stringify(results));
  return many.watch ? several.keepWatching(name, many, args) : status;
}

/** Runs one command; returns the exit status: 0 done, 1 bad input (one line on stderr), 2 wrong usage. */
export async function main(args: string[]): Promise<number> {
  const [name, ...rest] = args;
  const command = Object.hasOwn(COMMANDS, name ?? '') ? COMMANDS[name] : undefined;
  if (!command) {
    const asked = name === '--help' || name === '-h' || name === 'help';
    if (asked) console.log(usage());
    else console.error(name ? `there is no command ${name}\n${usage()}` : usage());
    return asked ? 0 : 2;
  }
  if (rest.includes('--help') || rest.includes('-h')) {
    console.log(help(command));
    return 0;
  }
  try {
    return await runCommand(name, command, rest);
  } catch (cause) {
    if (cause instanceof UsageError) {
      console.error(`${cause.message}\nusage: ${CALL} ${command.usage}`);
      return 2;
    }
    console.error(
      cause instanceof AmberError ? cause.message : `${name} failed: ${(cause as Error).message.split('\n')[0]}`,
    );
    return 1;
  }
}

process.exitCode = await main(process.argv.slice(2));
