import type { Bench } from '@amber-stamp/core/bench';
import { presentPlate, propertiesOf } from '../../bench/edit.ts';
import { usePlates } from '../../bench/plates.ts';
import type { Stage } from './stages.tsx';
import { CutTile, FindTile, PackTile, ProveTile, VaryTile } from './run-tiles.tsx';

/** How the dabs turn, in two words. */
function turnFact(bench: Bench): string {
  const { angle } = propertiesOf(bench);
  if (angle.muted) return 'as cut';
  const chance = angle.drivers.some((d) => d.by === 'chance') && angle.low !== angle.high;
  if (angle.follow === 'path') return chance ? 'follows, turned a little' : 'follows the path';
  if (angle.follow !== 'none') return `follows ${angle.follow}`;
  return chance ? 'turned by chance' : 'as cut';
}

/** The five stages as live pictures: the map and the way through the work. Each is rendered anew when its own facts change. */
export function Run({ id, stage, bench }: { id: string; stage: Stage; bench: Bench }) {
  const { name, plate } = presentPlate(bench);
  const ready = usePlates((s) => s.ready[name]);
  const steps = plate.recipe?.steps.filter((s) => s.on).length ?? null;
  return (
    <nav className="run" aria-label="Stages">
      <FindTile id={id} here={stage === 'find'} source={plate.source} made={plate.made} />
      <CutTile
        id={id}
        here={stage === 'cut'}
        name={name}
        plate={ready?.plate}
        width={ready?.size.width ?? null}
        steps={steps}
      />
      <VaryTile id={id} here={stage === 'vary'} brush={bench.brush} plates={bench.plates} turned={turnFact(bench)} />
      <ProveTile id={id} here={stage === 'prove'} pins={bench.pins} />
      <PackTile id={id} here={stage === 'pack'} />
    </nav>
  );
}
