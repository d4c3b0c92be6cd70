import type { Bench } from '@amber-stamp/core/bench';
import { Button } from '@mui/material';
import { lazy, Suspense } from 'react';
import type { SourceInfo } from '@amber-stamp/core/api';
import { sourceUrl, useSource } from '../../api/queries.ts';
import { presentPlate } from '../../bench/edit.ts';
import { PartOverlay } from './PartOverlay.tsx';
import { useChooseFile } from '../../bench/parts/DropAnywhere.tsx';

// what shows objects is large, so it comes with the first mesh
const MeshWork = lazy(() => import('./relief/MeshWork.tsx').then((m) => ({ default: m.MeshWork })));

const DrawingWork = lazy(() => import('./made/DrawingWork.tsx').then((m) => ({ default: m.DrawingWork })));

function NoSource() {
  const choose = useChooseFile();
  return (
    <section className="work">
      <div className="proof" style={{ background: 'var(--paper)' }}>
        <div className="empty">
          <h2>No source here</h2>
          <span>
            The plate of this brush came by itself. Drop a picture to make a new brush, or give this one a source at the
            left.
          </span>
          <Button variant="contained" onClick={choose}>
            Choose a picture
          </Button>
        </div>
      </div>
    </section>
  );
}

function SourceFacts({ source }: { source: SourceInfo }) {
  const megapixels = (source.width * source.height) / 1e6;
  return (
    <div className="strip">
      <span>
        {source.width} x {source.height} px
      </span>
      <span>
        {source.bits} bit, {source.channels >= 3 ? 'colour' : 'gray'}
        {source.channels % 2 === 0 ? ' with transparency' : ''}
      </span>
      <span>
        {source.format.toUpperCase()}, {source.kind}
      </span>
      <span>{megapixels < 0.1 ? 'small: large dabs will look soft' : `${megapixels.toFixed(1)} megapixels`}</span>
    </div>
  );
}

/** The source as it came, with what is known of it. */
export function FindWork({ bench }: { bench: Bench }) {
  const { source: id, made } = presentPlate(bench).plate;
  const { data: source } = useSource(id);
  if (made)
    return (
      <Suspense fallback={<section className="work" aria-busy="true" />}>
        <DrawingWork made={made} />
      </Suspense>
    );
  if (!id) return <NoSource />;
  if (source?.kind === 'mesh')
    return (
      <Suspense fallback={<section className="work" aria-busy="true" />}>
        <MeshWork bench={bench} source={id} />
      </Suspense>
    );
  return (
    <section className="work" aria-label="Source">
      <div
        className="proof"
        style={{
          background: 'repeating-conic-gradient(#d9d9d9 0 25%, #e6e6e6 0 50%) 0 0 / 20px 20px',
          display: 'grid',
          placeItems: 'center',
          containerType: 'size',
        }}
      >
        {source && (
          <div
            className="source-frame"
            style={{
              aspectRatio: `${source.width} / ${source.height}`,
              width: `min(100%, calc(${source.width / source.height} * 100cqh))`,
            }}
          >
            <img src={sourceUrl(id, 1600)} alt={source.name} />
            <PartOverlay bench={bench} source={id} />
          </div>
        )}
        <span className="tag">{source ? `${source.name}, as it came: never changed` : '…'}</span>
      </div>
      {source && <SourceFacts source={source} />}
    </section>
  );
}
