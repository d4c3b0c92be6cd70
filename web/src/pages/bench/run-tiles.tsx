import type { Bench, BenchPlate } from '@amber-stamp/core/bench';
import { madeKind, madeName, madeSize, type MadeSource } from '@amber-stamp/core/make';
import { portraitStroke } from '@amber-stamp/core/path';
import type { Plate } from '@amber-stamp/core/raster';
import { memo, type HTMLAttributes, type ReactNode } from 'react';
import { Link } from 'react-router';
import { sourceUrl, useSource } from '../../api/queries.ts';
import { useFrame, type FrameVerdict } from '../../bench/border.ts';
import { useEcho } from '../../bench/echo.ts';
import { useDropTarget } from '../../bench/parts/drop.ts';
import { usePlates } from '../../bench/plates.ts';
import { useBench } from '../../bench/store.ts';
import { useMadeView } from '../../bench/useStepView.ts';
import { Dial } from '../../parts/Dial.tsx';
import { PackIcon } from '../../parts/icons.tsx';
import { InkProof, useInkFacts } from '../../bench/parts/InkProof.tsx';
import { BitmapView } from '../../parts/BitmapView.tsx';
import { PlateView } from '../../parts/PlateView.tsx';
import { takeOtherFile } from '../../stages/find/other-source.ts';
import type { Stage } from './stages.tsx';

interface TileProps {
  id: string;
  to: Stage;
  name: string;
  here: boolean;
  picture: ReactNode;
  facts: readonly string[];
  warning?: string;
  kind?: string;
  dim?: boolean;
  /** what makes it take files that are let go over it */
  drop?: HTMLAttributes<HTMLElement>;
}

const Tile = ({ id, to, name, here, picture, facts, warning, kind = '', dim, drop }: TileProps) => (
  <Link
    {...drop}
    to={`/brush/${id}/${to}`}
    className={`tile ${here ? 'on' : ''} ${dim ? 'dim' : ''}`}
    aria-current={here ? 'step' : undefined}
  >
    <span className={`pic ${kind}`} style={{ position: 'relative' }} aria-hidden>
      {picture}
    </span>
    <span style={{ minWidth: 0 }}>
      <b>{name}</b>
      {facts.map((fact, i) => (
        <span key={i} className={`fact ${facts.length > 1 ? 'one' : ''}`}>
          {fact}
        </span>
      ))}
      {warning && <span className="fact warn">{warning}</span>}
    </span>
  </Link>
);

interface Placed {
  id: string;
  here: boolean;
}

type FindProps = Placed & Pick<BenchPlate, 'source' | 'made'>;

/** What a made source prints, small. */
function MadeView({ made }: { made: MadeSource }) {
  const view = useMadeView(made);
  return view && <BitmapView bitmap={view.bitmap} label="" />;
}

export const FindTile = memo(function FindTile({ source: key, made, ...placed }: FindProps) {
  const { data: source } = useSource(key);
  const drop = useDropTarget('another source for this brush', ([file]) => takeOtherFile(file));
  if (made) {
    const { width, height } = madeSize(made);
    return (
      <Tile
        {...placed}
        drop={drop}
        to="find"
        name="Find"
        kind="whole"
        picture={<MadeView made={made} />}
        facts={[madeName(made), `${madeKind(made)}, ${width} x ${height} px`]}
      />
    );
  }
  const known = source ? [source.name, `${source.width} x ${source.height}, ${source.bits} bit`] : [''];
  return (
    <Tile
      {...placed}
      drop={drop}
      to="find"
      name="Find"
      picture={key ? <img src={sourceUrl(key, 320)} alt="" /> : null}
      facts={key ? known : ['no source: the plate came by itself']}
    />
  );
});

const WARNINGS: Partial<Record<FrameVerdict, string>> = {
  square: 'border prints a square',
  rectangle: 'prints a rectangle',
  touches: 'cut by its frame',
  cut: 'cut by its frame',
};

/** What is wrong with a plate, in a few words. */
function useWarning(name: string): string | undefined {
  const trouble = usePlates((s) => s.trouble);
  const frame = useFrame(name);
  if (trouble) return trouble.code === 'cancelled' ? 'cancelled: as before' : 'nothing prints';
  return frame && WARNINGS[frame.verdict];
}

interface CutProps extends Placed {
  name: string;
  plate: Plate | undefined;
  /** px of the plate once the hand rests, null while there is none */
  width: number | null;
  /** of its recipe that are on, null without one */
  steps: number | null;
}

export const CutTile = memo(function CutTile({ name, plate, width, steps, ...placed }: CutProps) {
  const warning = useWarning(name);
  const size = width === null ? '' : `${width} px`;
  const facts = [steps === null ? size : `${steps} ${steps === 1 ? 'step' : 'steps'}, ${size}`];
  const laid = useFrame(name)?.verdict === 'laid';
  if (!warning) facts.push(laid ? 'laid side by side' : 'border is clear');
  return (
    <Tile
      {...placed}
      to="cut"
      name="Cut"
      kind="whole"
      picture={plate ? <PlateView plate={plate} label="Plate" most={160} /> : null}
      facts={facts}
      warning={warning}
    />
  );
});

const PORTRAIT = portraitStroke(336, 282).strokes;

interface VaryProps extends Placed {
  brush: Bench['brush'];
  plates: Bench['plates'];
  /** how its dabs turn */
  turned: string;
}

export const VaryTile = memo(function VaryTile({ brush, plates, turned, ...placed }: VaryProps) {
  const dabs = useInkFacts((s) => s.sheet?.dabs ?? 0);
  const tips = brush.coats[0].deck.cards.length;
  return (
    <Tile
      {...placed}
      to="vary"
      name="Vary"
      picture={
        <InkProof
          view="run"
          label="A short stroke"
          brush={brush}
          plates={plates}
          strokes={PORTRAIT}
          scale={0.22}
          calm
          ground="white"
        />
      }
      facts={[`${tips === 1 ? '1 tip' : `${tips} tips`}, ${dabs} dabs`, turned]}
    />
  );
});

/** How the present echo stands among those of the pins. */
function pinFact(pins: Bench['pins'], echo: number | undefined): string {
  if (pins.length === 0) return 'nothing pinned';
  const measured = pins.flatMap((pin) => (pin.echo === null ? [] : [pin.echo]));
  const many = pins.length === 1 ? '1 pin' : `${pins.length} pins`;
  return echo !== undefined && measured.length === pins.length && measured.every((e) => e > echo)
    ? `less than ${many}`
    : many;
}

export const ProveTile = memo(function ProveTile({ pins, ...placed }: Placed & { pins: Bench['pins'] }) {
  const echo = useEcho((s) => s.told);
  const failed = useEcho((s) => s.failed !== '');
  const none = failed ? 'echo not measured' : 'measuring the echo';
  return (
    <Tile
      {...placed}
      to="prove"
      name="Prove"
      kind="chrome"
      picture={<Dial echo={echo} size={58} />}
      facts={[
        echo ? `Echo ${Math.round(echo.echo)}, texture ${Math.round(echo.texture)}` : none,
        pinFact(pins, echo?.echo),
      ]}
    />
  );
});

export const PackTile = memo(function PackTile(placed: Placed) {
  const drawer = useBench((s) => s.standing?.drawer ?? '');
  const number = useBench((s) => s.standing?.number ?? 0);
  return (
    <Tile
      {...placed}
      to="pack"
      name="Pack"
      dim
      kind="chrome"
      picture={
        <span style={{ color: 'var(--amber)' }}>
          <PackIcon size={36} />
        </span>
      }
      facts={[`${drawer} drawer`, `version ${number}`]}
    />
  );
});
