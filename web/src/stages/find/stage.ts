// both halves of the stage, read together
export { FindControls } from './FindControls.tsx';
export { FindWork } from './FindWork.tsx';
