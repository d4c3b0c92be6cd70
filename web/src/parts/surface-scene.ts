import { gridIndices, makeSurface, towardsLamp, type Lamp, type SurfaceName } from '@amber-stamp/core/relief';
import {
  BufferAttribute,
  BufferGeometry,
  DirectionalLight,
  DoubleSide,
  HemisphereLight,
  Mesh,
  MeshLambertMaterial,
  NoToneMapping,
  PerspectiveCamera,
  Plane,
  Raycaster,
  Scene,
  Sphere,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three';
import { isSoftware } from './software.ts';
import type { ClayRows } from '../engine/protocol/sculpt.ts';

type Triple = [number, number, number];

/** A place of the bare surface under the pointer, and the direction away from it. */
export interface Hit {
  at: Triple;
  away: Triple;
}

const COARSE = 72;
const CLAY = 0xbdb6ab;
const triple = ({ x, y, z }: Vector3): Triple => [x, y, z];

/** Corners along a side that a renderer without a graphics card can still turn smoothly. */
const SOFT_SIDE = 200;

function gridGeometry(side: number, every = 1): BufferGeometry {
  const geometry = new BufferGeometry();
  geometry.setIndex(new BufferAttribute(gridIndices({ columns: side, rows: side }, every), 1));
  return geometry;
}

/** The clay's own grid; drawn by the processor it is coarser, its places stay. */
const clayGeometry = (side: number): BufferGeometry =>
  gridGeometry(side, isSoftware() ? Math.max(1, Math.round(side / SOFT_SIDE)) : 1);

/** A clay surface that is looked at from any side under one lamp; no tone mapping. */
export class SurfaceScene {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly camera = new PerspectiveCamera(28, 1, 0.1, 40);
  private readonly lamp = new DirectionalLight(0xffffff, 2.6);
  private readonly clay: Mesh<BufferGeometry, MeshLambertMaterial>;
  /** the bare surface, coarse: what the pointer is looked for on */
  private bare: Mesh;
  private readonly ray = new Raycaster();
  private size = { width: 1, height: 1 };
  private side: number;

  /** `side`: corners of the clay along each side. */
  constructor(canvas: HTMLCanvasElement, side: number) {
    this.renderer = new WebGLRenderer({ canvas, antialias: !isSoftware() });
    this.renderer.toneMapping = NoToneMapping;
    this.renderer.setClearColor(0x808080);
    const material = new MeshLambertMaterial({ color: CLAY, side: DoubleSide });
    this.clay = new Mesh(clayGeometry(side), material);
    this.side = side;
    this.bare = new Mesh(gridGeometry(COARSE));
    this.scene.add(this.clay, this.lamp, new HemisphereLight(0xffffff, 0x6f6a64, 0.95));
  }

  setShape(name: SurfaceName): void {
    const { positions, normals } = makeSurface(name, COARSE);
    const { geometry } = this.bare;
    geometry.setAttribute('position', new BufferAttribute(positions, 3));
    geometry.setAttribute('normal', new BufferAttribute(normals, 3));
    geometry.computeBoundingSphere();
  }

  /** Another number of corners along each side; what was shown goes. */
  setSide(side: number): void {
    if (side === this.side) return;
    this.side = side;
    this.clay.geometry.dispose();
    this.clay.geometry = clayGeometry(side);
  }

  /** All corners of the clay, or some of its rows. */
  setRows({ from, positions, normals }: ClayRows): void {
    const { geometry } = this.clay;
    const at = 3 * from * this.side;
    const whole = positions.length === 3 * this.side * this.side;
    for (const [name, values] of [
      ['position', positions],
      ['normal', normals],
    ] as const) {
      const there = geometry.getAttribute(name) as BufferAttribute | undefined;
      if (whole && !there) geometry.setAttribute(name, new BufferAttribute(values, 3));
      if (!there) continue;
      (there.array as Float32Array).set(values, at);
      there.clearUpdateRanges();
      there.addUpdateRange(at, values.length);
      there.needsUpdate = true;
    }
    if (whole) geometry.boundingSphere = new Sphere(new Vector3(), 4);
  }

  resize(width: number, height: number): void {
    this.size = { width, height };
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    this.renderer.setSize(width, height, false);
    this.camera.aspect = width / height;
  }

  /** Looks from a side; the lamp stays where it is to the eye. */
  look(yawDeg: number, pitchDeg: number, zoom: number, lamp: Lamp): void {
    const yaw = (yawDeg * Math.PI) / 180;
    const pitch = (pitchDeg * Math.PI) / 180;
    const far = 5.4 / zoom;
    const { camera } = this;
    camera.position.set(
      -far * Math.sin(yaw) * Math.cos(pitch),
      far * Math.sin(pitch),
      far * Math.cos(yaw) * Math.cos(pitch),
    );
    camera.lookAt(0, 0, 0);
    camera.updateProjectionMatrix();
    camera.updateMatrixWorld();
    const [right, down, towards] = towardsLamp(lamp);
    const toLamp = new Vector3(right, -down, towards);
    this.lamp.position.copy(toLamp.applyQuaternion(camera.quaternion).multiplyScalar(6));
  }

  render(): void {
    if (this.clay.geometry.getAttribute('position')) this.renderer.render(this.scene, this.camera);
  }

  private aim(x: number, y: number): void {
    const { width, height } = this.size;
    this.ray.setFromCamera(new Vector2((2 * x) / width - 1, 1 - (2 * y) / height), this.camera);
  }

  /** The place of the bare surface under a pixel; undefined beside it. */
  hit(x: number, y: number): Hit | undefined {
    this.aim(x, y);
    const [found] = this.ray.intersectObject(this.bare, false);
    if (!found?.normal) return undefined;
    return { at: triple(found.point), away: triple(found.normal) };
  }

  /** The way from a place to a pixel, along the surface there. */
  wayTo({ at, away }: Hit, x: number, y: number): Triple | undefined {
    this.aim(x, y);
    const plane = new Plane().setFromNormalAndCoplanarPoint(new Vector3(...away), new Vector3(...at));
    const target = this.ray.ray.intersectPlane(plane, new Vector3());
    return target ? triple(target.sub(new Vector3(...at))) : undefined;
  }

  /** How far the clay stands above its plane at a place of it. */
  private standingAt(x: number, y: number): number {
    const there = this.clay.geometry.getAttribute('position') as BufferAttribute | undefined;
    const inGrid = (v: number) => Math.max(0, Math.min(this.side - 1, Math.floor(v * this.side)));
    return there ? there.getZ(inGrid((1 - y) / 2) * this.side + inGrid((x + 1) / 2)) : 0;
  }

  /** The place of flat clay under a pixel, as high as it stands there; undefined beside it. */
  hitClay(x: number, y: number): Hit | undefined {
    this.aim(x, y);
    const found = new Vector3();
    let z = 0;
    // a few steps find where the eye meets what stands
    for (let k = 0; k < 4; k++) {
      if (!this.ray.ray.intersectPlane(new Plane(new Vector3(0, 0, 1), -z), found)) return undefined;
      z = this.standingAt(found.x, found.y);
    }
    if (Math.abs(found.x) > 1 || Math.abs(found.y) > 1) return undefined;
    return { at: [found.x, found.y, z], away: [0, 0, 1] };
  }

  /** The way from a place to a pixel, in the plane of the screen. */
  withScreen({ at }: Hit, x: number, y: number): Triple {
    const towards = triple(new Vector3(0, 0, 1).applyQuaternion(this.camera.quaternion));
    return this.wayTo({ at, away: towards }, x, y) ?? [0, 0, 0];
  }

  /** The way out of flat clay for so many px that the hand went up. */
  outwards = (px: number): Triple => [0, 0, px / this.pxOf(1)];

  /** How many px a unit of the surface measures on the screen, at the middle. */
  pxOf(units: number): number {
    const far = this.camera.position.length();
    const half = Math.tan((this.camera.fov * Math.PI) / 360) * far;
    return (units * this.size.height) / 2 / half;
  }

  /** A direction of the screen at a place, along the surface: what is up to the eye. */
  upAt(): Triple {
    return triple(new Vector3(0, 1, 0).applyQuaternion(this.camera.quaternion));
  }

  dispose(): void {
    this.clay.geometry.dispose();
    this.clay.material.dispose();
    this.bare.geometry.dispose();
    this.renderer.dispose();
  }
}
