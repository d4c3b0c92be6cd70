import { expect } from 'chai';
import { search, whereOf } from '../src/search/search.ts';
import { TARGETS } from '../src/search/targets.ts';

/** What people say, by where it must lead. */
const SAID: Readonly<Record<string, string>> = {
  size: 'size, large, larger, big, small, smaller, diameter, radius, width, wide, scale',
  spacing: 'spacing, gap, distance, density, dense, step, interval, sparse, close',
  across: 'random, jitter, scatter, sideways, spray, side',
  along: 'along, forwards, backwards',
  angle: 'angle, turn, rotate, rotation, direction, orientation, spin, follow, heading',
  aspect: 'aspect, squash, flatten, ratio, proportion, oval, squeeze',
  opacity: 'opacity, transparent, transparency, alpha, faint',
  flow: 'flow, build, buildup, wet, amount, load',
  hue: 'hue, rainbow, tint',
  saturation: 'saturation, vivid, dull',
  lightness: 'lightness, shade, pale',
  mix: 'mix',
  thickness: 'thickness, impasto, relief',
  count: 'count, number, several, many, particles, cloud',
  mirrorX: 'mirror, flip, horizontal',
  mirrorY: 'vertical, upside',
  reset: 'reset, default, defaults, restore, factory',
  deal: 'order, shuffle, sequence, alternate',
  changeover: 'changeover, crossfade',
  band: 'band, ribbon, rope, strip, bend',
  cards: 'another tip, swap, exchange',
  relatives: 'relatives, variants, siblings',
  meet: 'overlap, blend, dissolve, strongest',
  crossing: 'crossing, self',
  colour: 'colour, color, paint, red, foreground',
  second: 'secondary, second ink',
  gradient: 'palette, ramp, duotone, linear',
  fixed: 'constant',
  grain: 'grain, texture, paper, canvas, pattern, tooth, fabric',
  head: 'head, start, beginning',
  tail: 'tail, taper, fade, end, finish, thinner at the end, pointed',
  steady: 'steady, smooth, smoothing, stabilise, stabilizer, shaky, wobbly',
  floor: 'perspective, foreshorten, tilted',
  lamp: 'lamp, light, lighting',
  coats: 'coat, layer, layers, dual',
  join: 'mask, clip',
  gray: 'grayscale, grey, monochrome, desaturate',
  levels: 'levels, histogram, contrast, auto, gamma',
  tone: 'curve, curves, brightness, exposure, darker, lighter',
  crush: 'threshold, hardness, hard, solid',
  invert: 'invert, negative',
  specks: 'specks, dust, dirt, noise, despeckle, holes',
  lines: 'scratches, crease, hair',
  region: 'freehand',
  trim: 'crop, centre, center',
  fit: 'resolution, margin, padding, square',
  blur: 'blur, gaussian, softness, soft',
  sharpen: 'sharpen, crisp, unsharp',
  smear: 'smear, smudge, streak',
  warp: 'warp, distort, liquify',
  twirl: 'twirl, swirl, spiral, vortex',
  wave: 'wave, ripple, turbulence',
  tile: 'tile, seamless, seam, wrap',
  soften: 'edge, rim',
  fade: 'feather',
  falloff: 'radial',
  cast: 'mesh, object, orthographic',
  sculpt: 'sculpt, carve, pinch',
  mirror: 'symmetric, symmetry, kaleidoscope, reflection',
  overlay: 'composite, combine',
  retouch: 'retouch, eraser, clone, erase',
  draw: 'draw, sketch, doodle',
  light: 'uneven, vignette, illumination',
  echo: 'echo, repeat, repeats, repetition',
  cures: 'cure, improve',
  pins: 'compare, snapshot, pins, before',
  ladder: 'ladder, sweep',
  ground: 'scene, backdrop',
  surface: 'sphere, ball, cylinder',
  source: 'photo, photograph, import',
  pack: 'save, export, share, backup',
  'tip files': 'png, tiff',
  pen: 'pen, stylus, tablet, pressure, tilt, mouse',
  recorded: 'recorded, replay',
  quality: 'quality, speed, fast, performance, slow',
  seed: 'seed, roll, dice',
  'sheet alone': 'fullscreen, maximise',
  'sheet zoom': 'zoom, magnify',
  prints: 'dark',
  'normal map': 'bump',
};

describe('the search for a setting', () => {
  const words = Object.entries(SAID).flatMap(([id, said]) => said.split(', ').map((word) => [word, id] as const));

  it('knows what people say for what they look for', () => {
    expect(words.length).to.be.at.least(200);
    const astray = words
      .map(([word, id]) => ({ word, id, found: search(word).map((target) => target.id) }))
      .filter(({ id, found }) => found[0] !== id)
      .map(({ word, id, found }) => `${word}: ${id} wanted, ${found.slice(0, 3).join(', ') || 'nothing'} found`);
    expect(astray).to.deep.equal([]);
  });

  it('finds the ending of a stroke by a whole phrase, and other endings of a word', () => {
    expect(search('make it thinner at the end')[0].id).to.equal('tail');
    expect(search('scattered')[0].id).to.equal('across');
    expect(search('how do I rotate the tip')[0].id).to.equal('angle');
  });

  it('finds nothing by a word that nobody says for it, and by none', () => {
    for (const text of ['', '  ', 'the of', 'zzz', 'moonlight']) expect(search(text), text).to.deep.equal([]);
  });

  it('leads to every stage, and says where', () => {
    expect(new Set(TARGETS.map(({ stage }) => stage)).size).to.equal(5);
    expect(whereOf(search('spacing')[0])).to.equal('Vary, rows');
    expect(whereOf(search('twirl')[0])).to.equal('Cut');
    expect(whereOf(search('ladder')[0])).to.equal('Prove, ladder');
  });

  it('calls no two targets alike', () => {
    const ids = TARGETS.map(({ id, stage }) => `${stage} ${id}`);
    expect(new Set(ids).size).to.equal(ids.length);
  });
});
