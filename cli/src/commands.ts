import { echoCommand } from './echo.ts';
import { packCommand, unpackCommand } from './pack.ts';
import { plateCommand } from './plate.ts';
import { strokeCommand } from './stroke.ts';

export interface Command {
  run: (args: string[]) => Promise<object>;
  /** what it does, in a sentence */
  does: string;
  usage: string;
  /** one line that works, with files of one's own */
  example: string;
  /** the option whose file may be many, by a pattern */
  over: string;
}

/** The commands by name. What is seldom wanted is loaded when it is. */
export const COMMANDS: Readonly<Record<string, Command>> = {
  plate: {
    run: plateCommand,
    does: 'Cuts a source into a plate; without a recipe by the automatic one. Numbers, type, shapes and drawn tips are sources too.',
    usage:
      'plate --source FILE [--recipe R.json] [--prints dark|light|alpha|tone|red|green|blue] --out P.png|P.tif|P.exr [--bits 8|16] [--channel NAME] [--base 0|mid] [--format half|float] [--normals up|down [--strength PCT]] [--displacement] [--report R.json] [--size WIDTH,HEIGHT]',
    example: "plate --source 'scans/*.png' --out 'tips/{name}.png' --jobs 2",
    over: 'source',
  },
  marks: {
    run: async (args) => (await import('./marks.ts')).marksCommand(args),
    does: 'Cuts every mark of a scanned sheet into a plate of its own.',
    usage: 'marks --source SHEET [--prints dark|light|alpha|tone|red|green|blue] [--bits 8|16] --out FOLDER',
    example: 'marks --source sheet.png --out marks',
    over: 'source',
  },
  guess: {
    run: async (args) => (await import('./first-guess.ts')).guessCommand(args),
    does: 'Makes a brush of a source: what prints, recipe and first stroke are guessed.',
    usage: 'guess --source FILE [--for tip|band] --out FOLDER',
    example: 'guess --source lichen.png --out lichen',
    over: 'source',
  },
  stroke: {
    run: strokeCommand,
    does: 'Draws strokes with a brush.',
    usage:
      'stroke --brush B.json --strokes S.json --out O.png [--bits 8|16] [--ground white|gray|black|none] [--seed N] [--dabs D.csv]',
    example: 'stroke --brush lichen/brush.json --strokes strokes.json --out stroke.png',
    over: 'brush',
  },
  echo: {
    run: echoCommand,
    does: 'Measures how much the strokes of a brush repeat, and with --fixes what lowers it.',
    usage: 'echo --brush B.json [--strokes S.json] --report R.json [--fixes N]',
    example: 'echo --brush lichen/brush.json --report echo.json',
    over: 'brush',
  },
  cast: {
    run: async (args) => (await import('./cast.ts')).castCommand(args),
    does: 'Casts a mesh to heights.',
    usage:
      'cast --mesh M.obj|stl|ply|glb --view front|back|left|right|top|bottom [--up y|z] [--turn YAW,PITCH,ROLL] [--size 512] [--pad PCT] [--depth 0..1] [--base 0|mid] [--format half|float] [--normals up|down [--strength PCT]] [--displacement] --out H.exr|H.tif|H.png',
    example: 'cast --mesh shell.obj --view top --out shell.exr',
    over: 'mesh',
  },
  sprites: {
    run: async (args) => (await import('./sprites.ts')).spritesCommand(args),
    does: 'Puts every tip of a brush on one sheet, with frames, pivots and scale as JSON beside it.',
    usage: 'sprites --brush B.json --out S.png [--bits 8|16] [--padding PX] [--bleed PX] [--black-prints]',
    example: 'sprites --brush lichen/brush.json --out lichen-sprites.png --bits 8',
    over: 'brush',
  },
  pack: {
    run: packCommand,
    does: 'Writes a brush and its plates as one pack.',
    usage: 'pack --brush B.json --out P.zip',
    example: 'pack --brush lichen/brush.json --out lichen.zip',
    over: 'brush',
  },
  unpack: {
    run: unpackCommand,
    does: 'Checks a pack and opens it into a folder.',
    usage: 'unpack --pack P.zip --out DIR',
    example: 'unpack --pack lichen.zip --out opened',
    over: 'pack',
  },
};
