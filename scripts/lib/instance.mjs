// One application for one folder of data: a second start finds the first one.
import { linkSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './root.mjs';
import { writeWhole } from './write-whole.mjs';

const WAIT_MS = 300;

/** When a process began, in ticks: with it a number of a process means one process. */
function begunAt(pid) {
  try {
    return readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').pop().split(' ')[19];
  } catch {
    return undefined;
  }
}

const self = () => ({ pid: process.pid, begun: begunAt(process.pid) });
const lives = (note) => note?.begun !== undefined && begunAt(note.pid) === note.begun;

function read(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
}

/** Puts one's own note where none is, whole at once: nobody reads half of it. False where there is one already. */
function claim(file) {
  const own = `${file}.${process.pid}`;
  writeFileSync(own, JSON.stringify(self()));
  try {
    linkSync(own, file);
    return true;
  } catch (cause) {
    if (cause.code !== 'EEXIST') throw cause;
    return false;
  } finally {
    rmSync(own, { force: true });
  }
}

/** Takes the note of one that was killed away. One at a time: a second one would take away what came in its place. */
function clear(file) {
  const clearing = `${file}.clearing`;
  if (!claim(clearing)) {
    if (!lives(read(clearing))) rmSync(clearing, { force: true });
    return;
  }
  if (!lives(read(file))) rmSync(file, { force: true });
  rmSync(clearing, { force: true });
}

/** Where notes of what runs lie: beside the data. */
export const NOTES = join(process.env.AMBER_DATA ?? join(ROOT, '.data'), 'application');

/** What starts of this application do with each other. */
export const instanceHere = () => instanceIn(NOTES);

/** What starts do with each other in one folder. */
export function instanceIn(folder) {
  mkdirSync(folder, { recursive: true });
  const lock = join(folder, 'starting.json');
  const here = join(folder, 'serving.json');

  /** Waits until no other start is under way; gives the way to end one's own. */
  async function begin(onWait = () => undefined) {
    for (let told = false; ; told = true) {
      if (claim(lock)) {
        let ended = false;
        return () => {
          // a second time it would end another's
          if (!ended) rmSync(lock, { force: true });
          ended = true;
        };
      }
      if (!lives(read(lock))) {
        clear(lock);
        if (read(lock) === undefined) continue;
      }
      if (!told) onWait();
      await new Promise((done) => setTimeout(done, WAIT_MS));
    }
  }

  return {
    begin,
    /** The application that serves from this folder; undefined where none does. */
    serving: () => {
      const note = read(here);
      return lives(note) ? note : undefined;
    },
    serveAt: (address) => writeWhole(here, JSON.stringify({ ...self(), address })),
  };
}
