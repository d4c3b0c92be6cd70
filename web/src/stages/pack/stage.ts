// both halves of the stage, read together
export { PackControls } from './PackControls.tsx';
export { PackWork } from './PackWork.tsx';
