// Runs in a browser: casts the same mesh by our own rasteriser and by three's renderer, read back.
import type { Mesh } from '@amber-stamp/core/raster';
import { castMesh, FRONT, gridMesh } from '@amber-stamp/core/relief';
import {
  BufferAttribute,
  BufferGeometry,
  DoubleSide,
  FloatType,
  Mesh as SceneMesh,
  NearestFilter,
  OrthographicCamera,
  RGBAFormat,
  Scene,
  ShaderMaterial,
  WebGLRenderer,
  WebGLRenderTarget,
} from 'three';

const SIZE = 1024;
const GRID = 317;

const waves = (x: number, y: number): number =>
  0.25 * Math.sin(5 * x + 2 * y) * Math.cos(4 * y) + 0.06 * Math.sin(31 * x) * Math.sin(29 * y);

/** A wavy land of some 200,000 triangles, 2 units wide. */
const land = (): Mesh =>
  gridMesh(GRID, GRID, false, (column, row, to, at) => {
    to[at] = (2 * column) / (GRID - 1) - 1;
    to[at + 1] = 1 - (2 * row) / (GRID - 1);
    to[at + 2] = waves(to[at], to[at + 1]);
  });

/** three's own renderer with the nearness written as a float, read back. */
function byThree(mesh: Mesh): () => Float32Array {
  const renderer = new WebGLRenderer({ antialias: false });
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(mesh.positions, 3));
  geometry.setIndex(new BufferAttribute(mesh.indices, 1));
  const material = new ShaderMaterial({
    side: DoubleSide,
    vertexShader:
      'varying float z; void main() { z = position.z; gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0); }',
    fragmentShader: 'varying float z; void main() { gl_FragColor = vec4(z, 0.0, 0.0, 1.0); }',
  });
  const scene = new Scene();
  scene.add(new SceneMesh(geometry, material));
  const camera = new OrthographicCamera(-1, 1, 1, -1, 0.1, 10);
  camera.position.z = 4;
  const target = new WebGLRenderTarget(SIZE, SIZE, {
    type: FloatType,
    format: RGBAFormat,
    minFilter: NearestFilter,
    magFilter: NearestFilter,
  });
  const pixels = new Float32Array(4 * SIZE * SIZE);
  return () => {
    renderer.setRenderTarget(target);
    renderer.render(scene, camera);
    renderer.readRenderTargetPixels(target, 0, 0, SIZE, SIZE, pixels);
    return pixels;
  };
}

export interface Measured {
  triangles: number;
  own: number[];
  three: number[];
  /** mean difference of the heights, in units of their range; inside the outline */
  apart: number;
}

export function measure(rounds: number): Measured {
  const mesh = land();
  const cast = () => castMesh(mesh, { view: FRONT, size: SIZE, padPct: 0, depth: 1 });
  const render = byThree(mesh);
  const own: number[] = [];
  const three: number[] = [];
  const made = cast();
  const pixels = render();
  const range = made.high - made.low;
  let sum = 0;
  let count = 0;
  for (let y = 8; y < SIZE - 8; y++)
    for (let x = 8; x < SIZE - 8; x++) {
      const theirs = (pixels[4 * ((SIZE - 1 - y) * SIZE + x)] - made.low) / range;
      sum += Math.abs(theirs - made.heights.data[y * SIZE + x]);
      count++;
    }
  for (let k = 0; k < rounds; k++) {
    let start = performance.now();
    cast();
    own.push(performance.now() - start);
    start = performance.now();
    render();
    three.push(performance.now() - start);
  }
  return { triangles: mesh.indices.length / 3, own, three, apart: sum / count };
}

Object.assign(globalThis, { measureRelief: measure });
