export * from './decode.ts';
export * from './encode.ts';
export * from './files.ts';
export * from './brush-files.ts';
export * from './thumbnail.ts';
export * from './mesh-source.ts';
export * from './made-source.ts';
export { checkSvg, isSvg } from './svg.ts';
