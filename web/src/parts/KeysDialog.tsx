import { Button, Dialog, DialogActions } from '@mui/material';
import { openGuide } from '../guide/open.ts';
import { useBeginLesson } from '../lesson/useBeginLesson.ts';

const KEYS: readonly (readonly [string, string])[] = [
  ['?', 'this page'],
  ['/', 'find a setting of any stage by a word; Enter opens it'],
  ['Ctrl Z', 'take back'],
  ['Ctrl Shift Z  or  Ctrl Y', 'do it again'],
  ['1 … 5', 'Find, Cut, Vary, Prove, Pack'],
  ['W', 'widen the sheet to the middle, and back'],
  ['A', 'the sheet alone, with the whole window for itself, and back'],
  ['0, Shift 0', 'the sheet as large as it is; all that is drawn'],
  ['R', 'roll another seed'],
  ['hold B', 'Cut: before the chosen step; Prove: the pinned state'],
  ['hold N', 'Cut: only up to the chosen step'],
  ['I', 'Cut: the plate close up, to the pixel'],
  ['P', 'Prove: pin the present state'],
  ['hold T', 'the next stroke takes away'],
  ['wheel, pinch', 'the sheet larger or smaller where the pointer is'],
  ['space, middle button', 'hold to drag the sheet; two fingers do it too'],
  ['hold L', 'the stroke under the hand is straight'],
  ['+  and  −', 'larger and smaller'],
  ['S', 'pick a stroke on the wide sheet or of a drawn tip, and draw again'],
  ['D, Delete', 'the picked stroke or the chosen figure twice; away with it'],
  ['arrows', 'move a peg, a point or a figure; with Shift ten times as far'],
  ['Enter, Escape', 'on shapes: end the line that is being drawn; give it up'],
  ['F B L R T U', 'on an object: its six sides; arrows turn it, comma and full stop roll it'],
  ['hold Alt', 'on clay: turn it; on an object: move the frame; on its lattice: turn the points'],
  ['Home, End', 'a peg to the end of its ruler'],
  ['Ctrl V', 'paste a picture: it becomes a brush'],
];

/** Every key, in words. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  const lesson = useBeginLesson();
  return (
    <Dialog open onClose={onClose} aria-labelledby="keys-title">
      <div style={{ padding: '20px 26px 14px', display: 'grid', gap: 14, overflowY: 'auto' }}>
        <h2 id="keys-title" style={{ fontSize: 19 }}>
          Shortcuts
        </h2>
        <div className="keys">
          {KEYS.map(([key, what]) => (
            <div key={key} style={{ display: 'contents' }}>
              <span>
                <kbd>{key}</kbd>
              </span>
              <span>{what}</span>
            </div>
          ))}
        </div>
      </div>
      <DialogActions sx={{ padding: '8px 26px 18px', gap: '2px' }}>
        <Button
          onClick={() => {
            onClose();
            lesson();
          }}
        >
          The first lesson
        </Button>
        <Button
          onClick={() => {
            onClose();
            openGuide();
          }}
        >
          The guide
        </Button>
        <Button onClick={onClose} autoFocus>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
