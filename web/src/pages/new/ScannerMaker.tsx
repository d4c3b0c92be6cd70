import { BED_MM, scanSize, SHEETS, type ScanOrder } from '@amber-stamp/demo/flatbed';
import { Button, LinearProgress } from '@mui/material';
import { proxy } from 'comlink';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { arrive } from '../../bench/arrivals.ts';
import { Choices } from '../../parts/Choices.tsx';
import { maker, stopMaking } from '../../engine/pool.ts';
import { MakerSlider } from '../../parts/MakerSlider.tsx';
import { fileOf, MakerFrame, notifyFailure } from './Maker.tsx';

const DPIS = [150, 300, 600, 1200] as const;

/** The pass of the lamp: what it has seen is drawn on the glass, and the picture becomes a brush. */
function useScan(order: ScanOrder) {
  const navigate = useNavigate();
  const glass = useRef<HTMLCanvasElement>(null);
  const [share, setShare] = useState<number | null>(null);
  const [lamp, setLamp] = useState<number | null>(null);
  const [seen, setSeen] = useState(false);
  const stopped = useRef(false);
  const { width, height } = scanSize(order.dpi);

  const start = async () => {
    stopped.current = false;
    setShare(0);
    setSeen(true);
    const target = glass.current;
    if (target) Object.assign(target, { width, height });
    const show = (done: number, band: { bitmap: ImageBitmap; top: number } | null) => {
      if (stopped.current) return;
      setShare(done);
      if (!band) return;
      target?.getContext('2d')?.drawImage(band.bitmap, 0, band.top);
      setLamp((band.top + band.bitmap.height) / height);
    };
    const bytes = await maker().scan(order, proxy(show));
    if (stopped.current) return;
    setShare(null);
    setLamp(null);
    const arrived = await arrive(fileOf(bytes, `${SHEETS[order.sheet].label}, ${order.dpi} dpi.png`));
    if (!arrived) return;
    await navigate(`/brush/${arrived.brushId}/find`);
  };
  const cancel = () => {
    stopped.current = true;
    stopMaking();
    setShare(null);
    setLamp(null);
    setSeen(false);
    glass.current?.getContext('2d')?.clearRect(0, 0, width, height);
  };
  return { glass, share, lamp, seen, start, cancel };
}

interface ControlProps {
  order: ScanOrder;
  scan: ReturnType<typeof useScan>;
  change: (part: Partial<ScanOrder>) => void;
}

const SLIDERS = [
  { label: 'Dust', name: 'dust', min: 0, max: 2, step: 0.1 },
  { label: 'Crooked by, °', name: 'tiltDeg', min: -5, max: 5, step: 0.1 },
  { label: 'Sheet number', name: 'seed', min: 0, max: 99, step: 1 },
] as const;

const ScanSliders = ({ order, scan, change }: ControlProps) =>
  SLIDERS.map(({ name, ...slider }) => (
    <MakerSlider
      key={name}
      {...slider}
      value={order[name]}
      disabled={scan.share !== null}
      onChange={(v) => change({ [name]: v })}
    />
  ));

function ScanControls(props: ControlProps) {
  const { order, scan, change } = props;
  const { share, start, cancel } = scan;
  const { width, height } = scanSize(order.dpi);
  return (
    <>
      <span className="note">On the glass</span>
      <Choices
        label="Sheet"
        value={order.sheet}
        options={Object.entries(SHEETS).map(([name, { label }]) => [name, label] as const)}
        onChange={(sheet) => share === null && change({ sheet })}
      />
      <span className="note">Resolution, dots an inch</span>
      <Choices
        label="Resolution"
        value={String(order.dpi)}
        options={DPIS.map((dpi) => [String(dpi), String(dpi)] as const)}
        onChange={(dpi) => share === null && change({ dpi: Number(dpi) })}
      />
      <ScanSliders {...props} />
      <p className="note" style={{ margin: 0 }}>
        {BED_MM.width} x {BED_MM.height} mm at {order.dpi} dots an inch are {width} x {height} px.
      </p>
      {share === null ? (
        <Button variant="contained" onClick={() => void start().catch(notifyFailure)}>
          Scan
        </Button>
      ) : (
        <>
          <LinearProgress variant="determinate" value={share * 100} aria-label="Scanning" />
          <Button onClick={cancel}>Cancel the scan</Button>
        </>
      )}
    </>
  );
}

/** A made-up flatbed: a sheet is laid on the glass, the lamp passes, and what comes out goes the way of every picture. */
export function ScannerMaker() {
  const [order, setOrder] = useState<ScanOrder>({ sheet: 'mixed', dpi: 600, seed: 7, dust: 1, tiltDeg: 1.2 });
  const scan = useScan(order);
  const { glass, share, lamp, seen } = scan;
  const change = (part: Partial<ScanOrder>) => setOrder((o) => ({ ...o, ...part }));
  return (
    <MakerFrame title="The flatbed" controls={<ScanControls order={order} scan={scan} change={change} />}>
      <div className="glass" style={{ aspectRatio: `${BED_MM.width} / ${BED_MM.height}` }}>
        <canvas ref={glass} role="img" aria-label="What the lamp has seen" />
        {lamp !== null && <div className="lamp" style={{ top: `${lamp * 100}%` }} />}
        {!seen && <span className="note">{SHEETS[order.sheet].label}, face down. Press Scan.</span>}
        {share !== null && lamp === null && <span className="note">the lamp warms up…</span>}
      </div>
    </MakerFrame>
  );
}
