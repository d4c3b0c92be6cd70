import { sendJson } from '../api/client.ts';
import { listsChanged } from '../api/queries.ts';
import { echoJob, keyOf, useEcho } from './echo.ts';
import { useBench } from './store.ts';

/** The version whose numbers were written down last. */
let noted = '';

/** Writes down what the version on the bench was measured as, once it is kept and measured to the end. */
function note(): void {
  const { bench, standing, keep, gesturing } = useBench.getState();
  const { told, key, whole } = useEcho.getState();
  if (!bench || !standing || !told || !whole || keep !== 'kept' || gesturing || noted === standing.versionId) return;
  const job = echoJob(bench);
  if (!job || keyOf(job) !== key) return;
  const { versionId } = standing;
  noted = versionId;
  const { echo, texture } = told;
  // a number that does not arrive is measured again where it is wanted
  sendJson('PATCH', `/versions/${versionId}`, { echo, texture })
    .then(listsChanged)
    .catch(() => undefined);
}

/** Has every version that is kept while it is on the bench know its echo. Returns the way to stop. */
export function startNotingEcho(): () => void {
  const stops = [useBench.subscribe(note), useEcho.subscribe(note)];
  return () => {
    for (const stop of stops) stop();
  };
}
