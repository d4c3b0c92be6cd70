import { v4 as newId } from 'uuid';
import type { CreatedBrush, SourceInfo } from '@amber-stamp/core/api';
import { parseBench, type BenchPlate } from '@amber-stamp/core/bench';
import type { Recipe } from '@amber-stamp/core/cut';
import { fileName } from '@amber-stamp/core/formats';
import { sendJson } from '../api/client.ts';
import { listsChanged } from '../api/queries.ts';
import { cutter, holdPlate } from '../engine/pool.ts';
import type { CutReport } from '../engine/protocol/cut.ts';
import { arriving, brushBy, cameFrom, showArrival, stopIfAborted } from './arrivals.ts';
import { firstStrokes, originOf } from './first-strokes.ts';
import { keepPortrait } from './keeping.ts';
import { plateKey } from './plate-key.ts';
import { filePlate, readyOf } from './plates.ts';

/** A deck deals no more cards. */
export const MOST_CARDS = 24;

/** A brush from each mark of a sheet, in a drawer of their own; gives how many were made. */
export const brushesFromMarks = (source: SourceInfo, recipes: readonly Recipe[]): Promise<number | undefined> =>
  arriving(async (controller) => {
    for (const [i, recipe] of recipes.entries()) {
      const name = `${source.name} ${i + 1}`;
      showArrival(name, i / recipes.length, controller);
      await brushBy(cameFrom(source), recipe, name, controller, source.name.slice(0, 60));
    }
    return recipes.length;
  });

interface CutMark {
  plateName: string;
  recipe: Recipe;
  report: CutReport;
}

async function cutMarks(
  source: SourceInfo,
  recipes: readonly Recipe[],
  controller: AbortController,
): Promise<CutMark[]> {
  const made: CutMark[] = [];
  for (const [i, recipe] of recipes.entries()) {
    showArrival(`${source.name} ${i + 1}`, i / recipes.length, controller);
    const report = await cutter.cut(source.id, recipe, false, controller.signal);
    stopIfAborted(controller);
    made.push({ plateName: `${fileName(source.name)}-${i + 1}.png`, recipe, report });
  }
  return made;
}

/** One brush that deals the marks of a sheet, each cut on its own; its rows begin as the first mark wants them. Gives its id. */
export const deckFromMarks = (source: SourceInfo, recipes: readonly Recipe[]): Promise<string | undefined> =>
  arriving(async (controller) => {
    const marks = await cutMarks(source, recipes.slice(0, MOST_CARDS), controller);
    const files = await Promise.all(marks.map(({ report }) => filePlate(report.plate)));
    const plates: Record<string, BenchPlate> = {};
    marks.forEach(({ plateName, recipe }, i) => {
      plates[plateName] = { sha256: files[i], source: source.id, made: null, recipe };
    });
    const [{ plateName, report, recipe }] = marks;
    const key = plateKey(plates[plateName]);
    holdPlate(key, report.plate);
    const origin = originOf({ recipe, made: null });
    const [{ brush, reasons }] = await firstStrokes({ key, plate: report.plate, name: source.name, plateName, origin });
    Object.assign(brush.coats[0].deck, { deal: 'shuffled', cards: marks.map((mark) => ({ plate: mark.plateName })) });
    const body = parseBench({ brush, plates, guessed: reasons });
    const ready = marks.map((mark) => {
      const held = plateKey(body.plates[mark.plateName]);
      holdPlate(held, mark.report.plate);
      return [mark.plateName, readyOf(held, { plate: mark.report.plate, report: mark.report })] as const;
    });
    const thumbnail = await keepPortrait(body, Object.fromEntries(ready));
    stopIfAborted(controller);
    const what = `a deck of ${marks.length} marks`;
    const made = await sendJson<CreatedBrush>('POST', '/brushes', {
      id: newId(),
      what,
      thumbnail,
      body,
      note: source.kind,
    });
    listsChanged();
    return made.brush.id;
  });
