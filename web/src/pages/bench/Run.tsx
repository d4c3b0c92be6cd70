import { portraitStroke, type Bench } from '@amber-stamp/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { sourceUrl, useSource } from '../../api/queries.ts';
import { useEcho } from '../../bench/echo.ts';
import { presentPlate, propertiesOf } from '../../bench/edit.ts';
import { usePlates } from '../../bench/plates.ts';
import { useBench } from '../../bench/store.ts';
import { Dial } from '../../parts/Dial.tsx';
import { PackIcon } from '../../parts/icons.tsx';
import { InkProof, useInkFacts } from '../../parts/InkProof.tsx';
import { PlateView } from '../../parts/PlateView.tsx';
import { useBorder } from '../../bench/border.ts';
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
}

const Tile = ({ id, to, name, here, picture, facts, warning, kind = '', dim }: TileProps) => (
  <Link
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

const PORTRAIT = portraitStroke(336, 282).strokes;

/** How the dabs turn, in two words. */
function turnFact(bench: Bench): string {
  const { angle } = propertiesOf(bench);
  if (angle.muted) return 'as cut';
  const chance = angle.drivers.some((d) => d.by === 'chance') && angle.low !== angle.high;
  if (angle.follow === 'path') return chance ? 'follows, turned a little' : 'follows the path';
  if (angle.follow !== 'none') return `follows ${angle.follow}`;
  return chance ? 'turned by chance' : 'as cut';
}

/** How the present echo stands among those of the pins. */
function pinFact({ pins }: Bench, echo: number | undefined): string {
  if (pins.length === 0) return 'nothing pinned';
  const measured = pins.flatMap((pin) => (pin.echo === null ? [] : [pin.echo]));
  const many = pins.length === 1 ? '1 pin' : `${pins.length} pins`;
  return echo !== undefined && measured.length === pins.length && measured.every((e) => e > echo)
    ? `less than ${many}`
    : many;
}

/** The five stages as live pictures: the map and the way through the work. */
export function Run({ id, stage, bench }: { id: string; stage: Stage; bench: Bench }) {
  const { name, plate } = presentPlate(bench);
  const { data: source } = useSource(plate.source);
  const ready = usePlates((s) => s.ready[name]);
  const trouble = usePlates((s) => s.trouble);
  const dabs = useInkFacts((s) => s.sheet?.dabs ?? 0);
  const drawer = useBench((s) => s.standing?.drawer ?? '');
  const number = useBench((s) => s.standing?.number ?? 0);
  const border = useBorder(name);
  const echo = useEcho((s) => s.told);
  const steps = plate.recipe?.steps.filter((s) => s.on).length ?? 0;
  const size = ready ? `${ready.size.width} px` : '';
  const warning = trouble
    ? trouble.code === 'cancelled'
      ? 'cancelled: as before'
      : 'nothing prints'
    : border === 'square'
      ? 'border prints a square'
      : border === 'touches'
        ? 'cut by its frame'
        : undefined;
  const cutFacts = [plate.recipe ? `${steps} ${steps === 1 ? 'step' : 'steps'}, ${size}` : size];
  if (!warning) cutFacts.push('border is clear');
  return (
    <nav className="run" aria-label="Stages">
      <Tile
        id={id}
        to="find"
        name="Find"
        here={stage === 'find'}
        picture={plate.source ? <img src={sourceUrl(plate.source, 320)} alt="" /> : null}
        facts={
          source
            ? [source.name, `${source.width} x ${source.height}, ${source.bits} bit`]
            : plate.source
              ? ['']
              : ['no source: the plate came by itself']
        }
      />
      <Tile
        id={id}
        to="cut"
        name="Cut"
        here={stage === 'cut'}
        kind="whole"
        picture={ready ? <PlateView plate={ready.plate} label="Plate" most={160} /> : null}
        facts={cutFacts}
        warning={warning}
      />
      <Tile
        id={id}
        to="vary"
        name="Vary"
        here={stage === 'vary'}
        picture={
          <InkProof
            view="run"
            label="A short stroke"
            brush={bench.brush}
            plates={bench.plates}
            strokes={PORTRAIT}
            scale={0.22}
            calm
            ground="white"
          />
        }
        facts={[
          `${bench.brush.coats[0].deck.cards.length === 1 ? '1 tip' : `${bench.brush.coats[0].deck.cards.length} tips`}, ${dabs} dabs`,
          turnFact(bench),
        ]}
      />
      <Tile
        id={id}
        to="prove"
        name="Prove"
        here={stage === 'prove'}
        kind="chrome"
        picture={<Dial echo={echo} size={58} />}
        facts={[echo ? `Echo ${Math.round(echo.echo)}` : 'measuring the echo', pinFact(bench, echo?.echo)]}
      />
      <Tile
        id={id}
        to="pack"
        name="Pack"
        here={stage === 'pack'}
        dim
        kind="chrome"
        picture={
          <span style={{ color: 'var(--amber)' }}>
            <PackIcon size={36} />
          </span>
        }
        facts={[`${drawer} drawer`, `version ${number}`]}
      />
    </nav>
  );
}
