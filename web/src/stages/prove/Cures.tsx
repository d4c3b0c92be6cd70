import type { Bench } from '@amber-stamp/core/bench';
import { helps, keepsTexture, type FixBaseline } from '@amber-stamp/core/prove';
import { Button, Slider } from '@mui/material';
import { useEffect } from 'react';
import {
  cancelCures,
  cureForMe,
  forgetCures,
  takeFix,
  tryCures,
  tryOn,
  useCures,
  type Cured,
} from '../../bench/cures.ts';
import { undo } from '../../bench/store.ts';
import { tryAhead } from '../../bench/cures-ahead.ts';
import { useEcho } from '../../bench/echo.ts';
import { Explain } from '../../guide/Explain.tsx';
import { BitmapView } from '../../parts/BitmapView.tsx';
import { Working } from '../../parts/Working.tsx';
import { useProveEye } from './view.ts';
import type { ShownFix } from '../../engine/protocol/prove.ts';

const percent = (share: number): string => `${Math.round(share * 100)}\u00a0%`;

/** One that was tried. Pointing at it shows it in large. */
function Cure({ fix, from }: { fix: ShownFix; from: FixBaseline }) {
  const leave = () => tryOn(null);
  return (
    <li
      className="fix"
      onPointerEnter={() => tryOn(fix)}
      onPointerLeave={leave}
      onFocus={() => tryOn(fix)}
      onBlur={leave}
    >
      <span className="shot">{fix.picture && <BitmapView bitmap={fix.picture} label={`Stroke: ${fix.what}`} />}</span>
      <span>
        <b>{fix.what}</b>
        <span className="note">
          echo {Math.round(from.echo)} to{' '}
          <b className={fix.echo < from.echo - 1 ? 'better' : ''}>{Math.round(fix.echo)}</b>, texture{' '}
          {Math.round(from.texture)} to{' '}
          <b className={keepsTexture(from, fix) ? '' : 'worse'}>{Math.round(fix.texture)}</b>, look {percent(fix.look)}
        </span>
        {fix.glanced && <span className="note">at a glance; its tips are still looked over</span>}
        {!keepsTexture(from, fix) && <span className="note worse">costs more than a tenth of the texture</span>}
      </span>
      <Button size="small" aria-label={`Take: ${fix.what}`} onClick={() => takeFix(fix)}>
        Take
      </Button>
    </li>
  );
}

/** What curing by itself did: each change in a line, what came of it, and the way back. */
function Done({ done }: { done: Cured }) {
  const { changes, from, to, look, pin } = done;
  useEffect(() => useProveEye.setState({ pin, how: 'wipe' }), [pin]);
  return (
    <div className="cured" role="status">
      <b>Cured. What was changed:</b>
      <ul>
        {changes.map((what) => (
          <li key={what}>{what}</li>
        ))}
      </ul>
      <span className="note">
        echo {Math.round(from.echo)} to <b className="better">{Math.round(to.echo)}</b>, texture{' '}
        {Math.round(from.texture)} to {Math.round(to.texture)}, look {percent(look)}. The state before is pinned and
        stands beside it.
      </span>
      <Button size="small" onClick={undo}>
        Take it back
      </Button>
    </div>
  );
}

/** How far the cures may move the look. */
function Budget({ budget }: { budget: number }) {
  return (
    <label className="note budget">
      <span>
        the look may change by {percent(budget)}
        <Explain what="look" />
      </span>
      <Slider
        size="small"
        aria-label="How far the look may change"
        value={budget}
        min={0.02}
        max={0.4}
        step={0.01}
        onChange={(_, v) => useCures.setState({ budget: v })}
      />
    </label>
  );
}

/** Fixes that were really tried, ranked; one is taken with one press, or the best set within a budget for the look. */
export function Cures({ bench }: { bench: Bench }) {
  const { tried, before, work, budget, of, said, done } = useCures();
  const echo = useEcho((s) => s.told?.echo ?? null);
  useEffect(() => {
    if ((of && of !== bench) || (done && done.of !== bench)) forgetCures();
  }, [of, done, bench]);
  // another view of the stage shows no cure
  useEffect(() => () => tryOn(null), []);
  const atRest = useEcho((s) => (s.busy ? '' : s.key));
  const idle = work === null;
  useEffect(() => {
    if (atRest && idle) void tryAhead();
  }, [atRest, idle]);
  const helping = before ? tried.filter((fix) => helps(before, fix)) : [];
  return (
    <section aria-label="Cures" className="cures">
      <div className="top">
        <h2>Cures tried</h2>
      </div>
      <Budget budget={budget} />
      <div className="buttons" style={{ padding: '0 16px 10px' }}>
        <Button variant="contained" disabled={work !== null || echo === null} onClick={() => void cureForMe()}>
          Cure it for me
        </Button>
        <Button disabled={work !== null || echo === null} onClick={() => void tryCures()}>
          Try the cures
        </Button>
      </div>
      {work && <Working label="Trying cures" {...work} onCancel={cancelCures} />}
      {said && !work && (
        <p className="note" role="status" style={{ padding: '0 16px 12px', margin: 0 }}>
          {said}
        </p>
      )}
      {done && !work && <Done done={done} />}
      {tried.length === 0 && !work && !done && !said && (
        <p className="note" style={{ padding: '0 16px 12px', margin: 0 }}>
          Each is drawn with this very brush and measured: how much echo is left, how much texture is kept, and how far
          the look moves.
        </p>
      )}
      {tried.length > 0 && !work && helping.length === 0 && (
        <p className="note" style={{ padding: '0 16px 8px', margin: 0 }}>
          Nothing that was tried lowers the echo of this stroke.
        </p>
      )}
      <ol className="fixes">{before && helping.map((fix) => <Cure key={fix.what} fix={fix} from={before} />)}</ol>
    </section>
  );
}
