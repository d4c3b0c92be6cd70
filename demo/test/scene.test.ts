import { glasshouseScene } from '@amber-stamp/demo/scene';
import { expect } from 'chai';
import { createHash } from 'node:crypto';

const sha = (bytes: Uint8ClampedArray): string => createHash('sha256').update(bytes).digest('hex');
const WIDTH = 320;

describe('the scene', () => {
  const layers = glasshouseScene(WIDTH);
  const alphaOf = (name: string) => {
    const layer = layers.find((l) => l.name === name);
    if (!layer) throw new Error(`there is no ${name}`);
    return (x: number, y: number) => layer.data[4 * (Math.round(y * layer.height) * WIDTH + Math.round(x * WIDTH)) + 3];
  };
  it('is painted alike with the same seed, and otherwise with another', () => {
    expect(glasshouseScene(WIDTH).map((l) => sha(l.data))).to.deep.equal(layers.map((l) => sha(l.data)));
    expect(sha(glasshouseScene(WIDTH, 2)[0].data)).not.to.equal(sha(layers[0].data));
  });
  it('has its four layers from the back to the front, of one size', () => {
    expect(layers.map(({ name, width, height }) => [name, width, height])).to.deep.equal(
      ['sky', 'panes', 'figure', 'floor'].map((name) => [name, WIDTH, 200]),
    );
  });
  it('has a sky without gaps, and layers that are clear where they are not', () => {
    const { data } = layers[0];
    for (let p = 3; p < data.length; p += 4) expect(data[p]).to.equal(255);
    expect(alphaOf('panes')(0.1, 0.5)).to.equal(0);
    expect(alphaOf('figure')(0.8, 0.2)).to.equal(0);
    expect(alphaOf('floor')(0.5, 0.5)).to.equal(0);
  });
  it('shows the house, the gardener and the deck where they stand', () => {
    expect(alphaOf('panes')(0.6, 0.6)).to.be.above(60);
    expect(alphaOf('figure')(0.23, 0.7)).to.be.above(240);
    expect(alphaOf('floor')(0.7, 0.95)).to.be.above(240);
  });
});
