// Apart from the rest, since what reads meshes takes long to load.
export * from './mesh.ts';
