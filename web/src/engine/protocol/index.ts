import type { CutApi } from './cut.ts';
import type { FileApi } from './file.ts';
import type { InkApi } from './ink.ts';
import type { LayApi } from './lay.ts';
import type { MakeApi } from './make.ts';
import type { ProveApi } from './prove.ts';
import type { SculptApi } from './sculpt.ts';
import type { SurfaceApi } from './surface.ts';

/** What each worker can be asked, by the name of the worker. */
export interface WorkerApis {
  cut: CutApi;
  file: FileApi;
  ink: InkApi;
  lay: LayApi;
  make: MakeApi;
  prove: ProveApi;
  sculpt: SculptApi;
  surface: SurfaceApi;
}
export type WorkerName = keyof WorkerApis;
