// Apart from the rest, since what reads meshes and OpenEXR takes long to load.
export * from './mesh.ts';
export * from './exr.ts';
export { isExr } from './exr-header.ts';
