import type { Bench } from '@amber-stamp/core/bench';
import { madeKind } from '@amber-stamp/core/make';
import { portraitStroke } from '@amber-stamp/core/path';
import { useSource } from '../../api/queries.ts';
import { presentPlate } from '../../bench/edit.ts';
import { usePlates } from '../../bench/plates.ts';
import { useBench } from '../../bench/store.ts';
import { InkProof } from '../../bench/parts/InkProof.tsx';
import { PlateView } from '../../parts/PlateView.tsx';

const PORTRAIT = portraitStroke(680, 300).strokes;

/** The label of the pack: the brush's stroke, its tip, and what lies inside. */
export function PackWork({ bench }: { bench: Bench }) {
  const { name, plate } = presentPlate(bench);
  const ready = usePlates((s) => s.ready[name]);
  const { data: source } = useSource(plate.source);
  const number = useBench((s) => s.standing?.number ?? 0);
  const steps = plate.recipe?.steps.length ?? 0;
  return (
    <section className="work" aria-label="Label">
      <div className="proof" style={{ display: 'grid', gridTemplateRows: 'minmax(0, 1fr) auto', color: '#2a211c' }}>
        <div style={{ position: 'relative' }}>
          <div className="portrait">
            <InkProof
              view="label"
              label={`A stroke of ${bench.brush.name}`}
              brush={bench.brush}
              plates={bench.plates}
              strokes={PORTRAIT}
              scale={(width) => width / 680}
              ground="white"
            />
          </div>
        </div>
        <div
          style={{
            display: 'grid',
            gridTemplateColumns: '132px 1fr',
            gap: 22,
            padding: '18px 24px 22px',
            borderTop: '1px solid #ddd',
          }}
        >
          <div className="frame" style={{ width: 132, height: 132, border: '1px solid #ddd', borderRadius: 3 }}>
            {ready && <PlateView plate={ready.plate} label="Tip" />}
          </div>
          <div style={{ alignSelf: 'center', lineHeight: 1.5 }}>
            <h2 style={{ fontSize: 24 }}>{bench.brush.name}</h2>
            <div>
              version {number}, seed {bench.brush.seed}
            </div>
            <div>
              {ready
                ? `tip ${ready.size.width} x ${ready.size.height} px, ${ready.plate.heights ? 'a relief of floats' : '16 bit'}`
                : ''}
              {plate.recipe ? `, recipe of ${steps} steps` : ''}
            </div>
            <div>
              {plate.made
                ? `made here (${madeKind(plate.made)})`
                : source
                  ? `cut from ${source.name} (${source.kind})`
                  : 'without a source'}
            </div>
          </div>
        </div>
      </div>
    </section>
  );
}
