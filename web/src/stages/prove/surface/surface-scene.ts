import { gridIndices, makeSurface, type Lamp, type SurfaceName } from '@amber-stamp/core';
import {
  BufferAttribute,
  BufferGeometry,
  DirectionalLight,
  DoubleSide,
  HemisphereLight,
  Mesh,
  MeshStandardMaterial,
  NoToneMapping,
  PerspectiveCamera,
  Plane,
  Raycaster,
  Scene,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three';
import { SURFACE_SIDE, type PressedSurface } from '../../../workers/surface-protocol.ts';

type Triple = [number, number, number];

/** A place of the bare surface under the pointer, and the direction away from it. */
export interface Hit {
  at: Triple;
  away: Triple;
}

const COARSE = 72;
const CLAY = 0xbdb6ab;
const triple = ({ x, y, z }: Vector3): Triple => [x, y, z];

function gridGeometry(side: number): BufferGeometry {
  const geometry = new BufferGeometry();
  geometry.setIndex(new BufferAttribute(gridIndices({ columns: side, rows: side }), 1));
  return geometry;
}

/** A clay surface that is looked at from any side under one lamp; no tone mapping. */
export class SurfaceScene {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly camera = new PerspectiveCamera(28, 1, 0.1, 40);
  private readonly lamp = new DirectionalLight(0xffffff, 2.6);
  private readonly clay: Mesh<BufferGeometry, MeshStandardMaterial>;
  /** the bare surface, coarse: what the pointer is looked for on */
  private bare: Mesh;
  private readonly ray = new Raycaster();
  private size = { width: 1, height: 1 };

  constructor(canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true });
    this.renderer.toneMapping = NoToneMapping;
    this.renderer.setClearColor(0x808080);
    const material = new MeshStandardMaterial({ color: CLAY, roughness: 0.72, metalness: 0, side: DoubleSide });
    this.clay = new Mesh(gridGeometry(SURFACE_SIDE), material);
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

  setPressed({ positions, normals }: PressedSurface): void {
    const { geometry } = this.clay;
    geometry.setAttribute('position', new BufferAttribute(positions, 3));
    geometry.setAttribute('normal', new BufferAttribute(normals, 3));
    geometry.computeBoundingSphere();
  }

  resize(width: number, height: number): void {
    this.size = { width, height };
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    this.renderer.setSize(width, height, false);
    this.camera.aspect = width / height;
  }

  /** Looks from a side; the lamp stays where it is to the eye. */
  look(yawDeg: number, pitchDeg: number, zoom: number, { azimuthDeg, altitudeDeg }: Lamp): void {
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
    const a = (azimuthDeg * Math.PI) / 180;
    const e = (altitudeDeg * Math.PI) / 180;
    const toLamp = new Vector3(Math.sin(a) * Math.cos(e), Math.cos(a) * Math.cos(e), Math.sin(e));
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
