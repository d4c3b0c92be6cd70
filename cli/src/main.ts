import { AmberError } from '@amber-stamp/core/errors';
import { UsageError } from './arguments.ts';
import { echoCommand } from './echo.ts';
import { packCommand, unpackCommand } from './pack.ts';
import { plateCommand } from './plate.ts';
import { strokeCommand } from './stroke.ts';

const COMMANDS: Readonly<Record<string, { run: (args: string[]) => Promise<object>; usage: string }>> = {
  plate: {
    run: plateCommand,
    usage:
      'plate --source FILE [--recipe R.json] [--prints dark|light|alpha|tone|red|green|blue] --out P.png|P.tif|P.exr [--bits 8|16] [--channel NAME] [--base 0|mid] [--format half|float] [--normals up|down [--strength PCT]] [--report R.json]',
  },
  stroke: {
    run: strokeCommand,
    usage:
      'stroke --brush B.json --strokes S.json --out O.png [--bits 8|16] [--ground white|gray|black|none] [--seed N] [--dabs D.csv]',
  },
  echo: { run: echoCommand, usage: 'echo --brush B.json [--strokes S.json] --report R.json [--fixes N]' },
  cast: {
    // only when it is wanted: it takes long to load
    run: async (args) => (await import('./cast.ts')).castCommand(args),
    usage:
      'cast --mesh M.obj|stl|ply|glb --view front|back|left|right|top|bottom [--up y|z] [--turn YAW,PITCH,ROLL] [--size 512] [--pad PCT] [--depth 0..1] [--base 0|mid] [--format half|float] [--normals up|down [--strength PCT]] --out H.exr|H.tif|H.png',
  },
  pack: { run: packCommand, usage: 'pack --brush B.json --out P.zip' },
  unpack: { run: unpackCommand, usage: 'unpack --pack P.zip --out DIR' },
};

const usage = (): string =>
  ['usage: npm run -s amber -- COMMAND', ...Object.values(COMMANDS).map((c) => `  ${c.usage}`)].join('\n');

/** Runs one command; returns the exit status: 0 done, 1 bad input (one line on stderr), 2 wrong usage. */
export async function main(args: string[]): Promise<number> {
  const [name, ...rest] = args;
  const command = Object.hasOwn(COMMANDS, name ?? '') ? COMMANDS[name] : undefined;
  if (!command) {
    console.error(name ? `there is no command ${name}\n${usage()}` : usage());
    return 2;
  }
  try {
    const result = await command.run(rest);
    if (rest.includes('--json')) console.log(JSON.stringify(result));
    return 0;
  } catch (cause) {
    if (cause instanceof UsageError) {
      console.error(`${cause.message}\nusage: npm run -s amber -- ${command.usage}`);
      return 2;
    }
    console.error(
      cause instanceof AmberError ? cause.message : `${name} failed: ${(cause as Error).message.split('\n')[0]}`,
    );
    return 1;
  }
}

process.exitCode = await main(process.argv.slice(2));
