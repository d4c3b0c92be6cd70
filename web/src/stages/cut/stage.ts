// both halves of the stage, read together
export { CutControls } from './CutControls.tsx';
export { CutWork } from './CutWork.tsx';
