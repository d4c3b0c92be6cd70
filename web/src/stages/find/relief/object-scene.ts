import type { Mesh } from '@amber-stamp/core/raster';
import { frameOf } from '@amber-stamp/core/relief';
import {
  BufferAttribute,
  BufferGeometry,
  DirectionalLight,
  DoubleSide,
  HemisphereLight,
  Matrix4,
  Mesh as SceneMesh,
  MeshLambertMaterial,
  NoToneMapping,
  OrthographicCamera,
  Plane,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { isSoftware } from '../../../parts/software.ts';
import { depthSeen, frameSeen, type ViewExtent } from './framing.ts';
import type { Pane } from './panes.ts';

const CLAY = 0xb9b4ab;

/** A mesh in the middle of its own box, and the half of its extents. */
function geometryOf({ positions, indices }: Mesh): BufferGeometry {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(positions, 3));
  geometry.setIndex(new BufferAttribute(indices, 1));
  geometry.computeVertexNormals();
  return geometry;
}

/**
 * Shows a mesh from two sides: as its cast sees it, and from below, where the depth that is kept can be seen. What is cut
 * off is shown as a ghost. Orthographic, no tone mapping.
 */
export class ObjectScene {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly camera = new OrthographicCamera(-1, 1, 1, -1, -10, 10);
  private readonly kept = new Plane();
  private readonly gone = new Plane();
  private readonly clay = new MeshLambertMaterial({ color: CLAY, side: DoubleSide, clippingPlanes: [this.kept] });
  private readonly ghost = new MeshLambertMaterial({
    color: CLAY,
    side: DoubleSide,
    transparent: true,
    opacity: 0.28,
    depthWrite: false,
    clippingPlanes: [this.gone],
  });
  private readonly objects: SceneMesh[];
  private mesh: Mesh;
  private height = 1;

  constructor(canvas: HTMLCanvasElement, mesh: Mesh) {
    this.mesh = mesh;
    this.renderer = new WebGLRenderer({ canvas, antialias: !isSoftware(), alpha: true });
    this.renderer.toneMapping = NoToneMapping;
    this.renderer.localClippingEnabled = true;
    this.renderer.setScissorTest(true);
    const geometry = geometryOf(mesh);
    this.objects = [this.clay, this.ghost].map((material) => new SceneMesh(geometry, material));
    for (const object of this.objects) object.matrixAutoUpdate = false;
    const lamp = new DirectionalLight(0xffffff, 2.1);
    lamp.position.set(-1, 1.2, 1.6);
    this.scene.add(...this.objects, new HemisphereLight(0xffffff, 0x8a8580, 1.15), lamp);
  }

  /** Shows the mesh with its corners elsewhere, or another one. */
  setMesh(mesh: Mesh): void {
    if (mesh === this.mesh) return;
    this.mesh = mesh;
    this.objects[0].geometry.dispose();
    const geometry = geometryOf(mesh);
    for (const object of this.objects) object.geometry = geometry;
  }

  resize(width: number, height: number): void {
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    this.renderer.setSize(width, height, false);
    this.height = height;
  }
  private pane(x: number, y: number, width: number, height: number): void {
    // panes are counted from above, the viewport from below
    this.renderer.setViewport(x, this.height - y - height, width, height);
    this.renderer.setScissor(x, this.height - y - height, width, height);
  }

  render(sight: ViewExtent, front: Pane, elevation: Pane): void {
    const [right, upwards, towards] = frameOf(sight.view);
    const { centre, side } = frameSeen(this.mesh, sight);
    // to units of half a frame, the middle of the frame in the middle
    const s = 2 / side;
    const rows = [right, upwards, towards].map((axis, k) => [...axis.map((v) => v * s), -centre[k] * s]);
    const matrix = new Matrix4().set(
      ...(rows[0] as [number, number, number, number]),
      ...(rows[1] as [number, number, number, number]),
      ...(rows[2] as [number, number, number, number]),
      0,
      0,
      0,
      1,
    );
    for (const object of this.objects) {
      object.matrix.copy(matrix);
      object.matrixWorldNeedsUpdate = true;
    }
    const { halfDepth, near, far, wide, halfHeight } = depthSeen(this.mesh, sight, elevation);
    const slice = near - (near - far) * sight.depth;
    this.kept.set(new Vector3(0, 0, 1), -slice + 1e-4);
    this.gone.set(new Vector3(0, 0, -1), slice);
    const reach = Math.max(4, 2 * halfDepth + 2);
    const x = 2 * sight.across;
    this.look(front, { from: [0, 0, reach], up: [0, 1, 0] }, [x, -2 * sight.down], [1, 1]);
    // seen from below, the eye of the cast at the top
    this.look(elevation, { from: [0, -reach, 0], up: [0, 0, 1] }, [x, 0], [wide, halfHeight]);
  }

  private look(
    pane: Pane,
    { from, up }: { from: [number, number, number]; up: [number, number, number] },
    [x, y]: [number, number],
    [halfWidth, halfHeight]: [number, number],
  ): void {
    const { camera } = this;
    camera.left = x - halfWidth;
    camera.right = x + halfWidth;
    camera.top = y + halfHeight;
    camera.bottom = y - halfHeight;
    camera.near = 0.01;
    camera.far = 4 * Math.hypot(...from) + 10;
    camera.up.set(...up);
    camera.position.set(...from);
    camera.lookAt(0, 0, 0);
    camera.updateProjectionMatrix();
    this.pane(pane.x, pane.y, pane.width, pane.height);
    this.renderer.render(this.scene, camera);
  }

  dispose(): void {
    this.objects[0].geometry.dispose();
    this.clay.dispose();
    this.ghost.dispose();
    this.renderer.dispose();
  }
}
