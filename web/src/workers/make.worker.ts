import './kernel.ts';
import { encodeRgba } from '@amber-stamp/core/formats';
import { madeSize, renderMade, type MadeSource } from '@amber-stamp/core/make';
import { toPlate, type Raster } from '@amber-stamp/core/raster';
import { scan, scanSize, type ScanOrder } from '@amber-stamp/demo/flatbed';
import { expose, transfer } from 'comlink';
import { carry } from '../engine/carry.ts';
import { fontOf } from './fonts.ts';
import { afterOthers } from './others.ts';
import { pictureOf } from './picture-bitmap.ts';
import type { MadeTip, MakeApi } from '../engine/protocol/make.ts';

async function shown(made: Raster): Promise<MadeTip> {
  const bitmap = await pictureOf(made, Math.max(made.width, made.height));
  const plate = toPlate(made);
  return transfer({ bitmap, plate }, [bitmap, plate.data.buffer]);
}

const worker: MakeApi = {
  async made(made: MadeSource, side: number) {
    const { width, height } = madeSize(made);
    const scale = side / Math.max(width, height);
    const size = { width: Math.round(width * scale), height: Math.round(height * scale) };
    return shown(await renderMade(made, fontOf, size));
  },

  async scan(order: ScanOrder, onBand) {
    const { width, height } = scanSize(order.dpi);
    const all = new Uint8ClampedArray(width * height * 4);
    for (const part of scan(order)) {
      if ('data' in part) {
        all.set(part.data, part.top * width * 4);
        const bitmap = await createImageBitmap(new ImageData(part.data, width, part.rows));
        onBand(part.share, transfer({ bitmap, top: part.top }, [bitmap]));
      } else onBand(part.share, null);
      // what was told is shown before the next band
      await afterOthers();
    }
    const bytes = encodeRgba(width, height, all);
    return transfer(bytes, [bytes.buffer]);
  },
};

carry();
expose(worker);
