// both halves of the stage, read together
export { ProveControls } from './ProveControls.tsx';
export { ProveWork } from './ProveWork.tsx';
